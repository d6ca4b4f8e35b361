/** Teaches a term: a phrase, what it means in words that are understood, and for whom. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import type { TermView } from '@zud/core/contract/terms';
import { api, ProblemError, type ModelView } from '../app/api';
import { usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { keepsModel } from '../model/keeping';
import { Choice } from '../parts/Choice';
import { Button, Dialog, Field, PrimaryButton } from '../parts/controls';
import { useSettled } from '../parts/use-settled';

const Form = styled.form`
  display: grid;
  gap: 14px;
`;
const Said = styled.p`
  font: 400 15.5px/1.45 ${SERIF};
  min-height: 45px;
  &[data-bad='true'] {
    color: var(--signal);
  }
`;

export function TeachDialog(props: {
  modelId: string;
  term?: string;
  means?: string;
  onClose: () => void;
  onTaught: (term: TermView) => void;
}) {
  const { modelId } = props;
  const person = usePerson();
  const client = useQueryClient();
  const [term, setTerm] = useState(props.term ?? '');
  const [means, setMeans] = useState(props.means ?? '');
  const [whom, setWhom] = useState('me');
  const settled = useSettled(means, 300);
  const read = useQuery({
    queryKey: ['read', modelId, settled],
    queryFn: ({ signal }) => api.read(modelId, settled, null, signal),
    enabled: settled.trim() !== '',
  });
  const teach = useMutation({
    mutationFn: () => api.teach(modelId, { term, means, for: whom }),
    onSuccess: (taught) => {
      void client.invalidateQueries({ queryKey: ['terms', modelId] });
      props.onTaught(taught);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (term.trim() !== '' && means.trim() !== '') teach.mutate();
  };
  const model = useQuery({ queryKey: ['model', modelId], queryFn: () => api.model(modelId) });
  const keeper = keepsModel(person, model.data?.kept);
  const understood = read.data;
  const unknown = understood?.words.filter(({ use }) => use === 'unresolved').map(({ text }) => `“${text}”`) ?? [];
  return (
    <Dialog title="Teach a term" isOpen onClose={props.onClose}>
      <Form onSubmit={submit}>
        <Field label="When people say" value={term} onChange={setTerm} autoFocus={props.term === undefined} />
        <Field
          label="they mean"
          value={means}
          onChange={setMeans}
          autoFocus={props.term !== undefined}
          placeholder="in words that are understood"
        />
        <Said role="status" data-bad={unknown.length > 0}>
          {means.trim() === ''
            ? 'A condition, a rank, a period, names, a calculation or a whole question.'
            : unknown.length > 0
              ? `${unknown.join(', ')} ${unknown.length === 1 ? 'is' : 'are'} not understood here.`
              : understood?.outcome === 'answered'
                ? `Read as: ${understood.sentence?.text ?? ''}`
                : (understood?.notes[0]?.text ?? '')}
        </Said>
        <div>
          <Choice
            label="For whom"
            value={whom}
            options={[
              ['me', 'For me'],
              ...person.groups.map((group) => [group, `For ${group}`] as const),
              ['everyone', everyoneWords(model.data?.kept, keeper)],
            ]}
            onChange={setWhom}
          />
        </div>
        {teach.isError ? (
          <Said role="alert" data-bad="true">
            {teach.error instanceof ProblemError ? teach.error.message : 'It was not taught. Try again.'}
          </Said>
        ) : null}
        <div style={{ display: 'flex', gap: 10 }}>
          <PrimaryButton type="submit" isDisabled={teach.isPending || term.trim() === '' || means.trim() === ''}>
            Teach
          </PrimaryButton>
          <Button onPress={props.onClose}>Not now</Button>
        </div>
      </Form>
    </Dialog>
  );
}

/** For whom a term is, where it is for all who may ask the model. */
function everyoneWords(kept: ModelView['kept'] | undefined, keeper: boolean): string {
  const all = kept === 'own' || kept === 'shared' ? 'For all who may ask it' : 'For everyone';
  if (keeper) return all;
  return `${all}, when ${kept === 'shared' ? 'its owner' : 'a steward'} accepts`;
}
