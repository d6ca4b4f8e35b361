/** Gives a calculation or a list of members a name that everyone can use in questions at once. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import { api, type SavedNameInput } from '../../app/api';
import { Button, Field, PrimaryButton } from '../../parts/controls';
import { Failure } from '../../parts/states';

const Form = styled.form`
  width: 300px;
  padding: 10px 14px;
  display: grid;
  gap: 10px;
  font-size: 13px;
  > p {
    color: var(--quiet);
    font-size: 12.5px;
  }
  label.choice {
    display: grid;
    gap: 4px;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  select {
    border: 1px solid var(--line);
    background: var(--raised);
    border-radius: 3px;
    padding: 6px 8px;
    font-weight: 400;
    color: var(--ink);
  }
  > div:last-child {
    display: flex;
    gap: 8px;
  }
`;

export type Nameable =
  | { readonly kind: 'calculation'; readonly formula: string }
  | { readonly kind: 'set'; readonly level: string; readonly members: readonly string[] };

const FORMATS = { number: 'a number', percent: 'a percentage', currency: 'an amount of money' } as const;

export function SaveName(props: {
  modelId: string;
  what: Nameable;
  about: string;
  currency: string | undefined;
  onSaved: (id: string) => void;
  onClose: () => void;
}) {
  const { what } = props;
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [synonyms, setSynonyms] = useState('');
  const [direction, setDirection] = useState<'' | 'more' | 'less'>('');
  const [style, setStyle] = useState<keyof typeof FORMATS>('number');
  const save = useMutation({
    mutationFn: () => {
      const common = {
        name: name.trim(),
        synonyms: synonyms
          .split(',')
          .map((one) => one.trim())
          .filter((one) => one !== ''),
      };
      const input: SavedNameInput =
        what.kind === 'set'
          ? { kind: 'set', ...common, level: what.level, members: [...what.members] }
          : {
              kind: 'calculation',
              ...common,
              formula: what.formula,
              format: {
                style,
                ...(style === 'currency' && props.currency !== undefined ? { currency: props.currency } : {}),
                ...(style === 'number' ? { decimals: 2 } : {}),
              },
              ...(direction === '' ? {} : { direction }),
            };
      return api.saveName(props.modelId, input);
    },
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: ['model', props.modelId] });
      props.onSaved(id);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() !== '') save.mutate();
  };
  return (
    <Form onSubmit={submit}>
      <p>{props.about} gets a name that can be used in questions at once, by everyone who uses this model.</p>
      <Field label="Name" value={name} onChange={setName} autoFocus />
      <Field label="Other words for it, with commas between" value={synonyms} onChange={setSynonyms} />
      {what.kind === 'calculation' ? (
        <>
          <label className="choice">
            It is{' '}
            <select value={style} onChange={(event) => setStyle(event.target.value as keyof typeof FORMATS)}>
              {Object.entries(FORMATS)
                .filter(([id]) => id !== 'currency' || props.currency !== undefined)
                .map(([id, label]) => (
                  <option key={id} value={id}>
                    {label}
                  </option>
                ))}
            </select>
          </label>
          <label className="choice">
            Which way is good{' '}
            <select value={direction} onChange={(event) => setDirection(event.target.value as '' | 'more' | 'less')}>
              <option value="">neither</option>
              <option value="more">more is better</option>
              <option value="less">less is better</option>
            </select>
          </label>
        </>
      ) : null}
      {save.isError ? <Failure error={save.error} /> : null}
      <div>
        <PrimaryButton type="submit" isDisabled={name.trim() === '' || save.isPending}>
          Save
        </PrimaryButton>
        <Button onPress={props.onClose}>Cancel</Button>
      </div>
    </Form>
  );
}
