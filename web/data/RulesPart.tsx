/** What the columns of a table have to keep to: a rule is set, looked at now and in each load, and taken off again. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import styled from 'styled-components';
import { ruleWords, type ColumnRule, type TableRule } from '@zud/core/data/column-rules';
import { api, type LoadedTable } from '../app/api';
import { Button, Field, TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { TablePart } from '../parts/TablePart';
import { listOf, Select } from '../workshop/fields';

const Rules = styled.ul`
  border-top: 1px solid var(--line);
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 18px;
    align-items: baseline;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  li > span:first-child {
    flex: 1 1 220px;
    overflow-wrap: anywhere;
  }
  small {
    color: var(--quiet);
    font-size: 12.5px;
  }
  small[data-broken] {
    color: var(--signal);
  }
`;
const Line = styled.form`
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  margin-top: 14px;
`;

type Kind = ColumnRule['kind'];
const KINDS: readonly (readonly [Kind, string])[] = [
  ['present', 'is never missing'],
  ['unique', 'is different in every row'],
  ['oneOf', 'is one of …'],
  ['between', 'is between …'],
];

const isSame = (one: TableRule, other: TableRule) => JSON.stringify(one) === JSON.stringify(other);

export function RulesPart({ table }: { table: LoadedTable }) {
  const client = useQueryClient();
  const [column, setColumn] = useState(table.columns[0]?.name ?? '');
  const [kind, setKind] = useState<Kind>('present');
  const [values, setValues] = useState('');
  const [ends, setEnds] = useState({ min: '', max: '' });
  const set = useMutation({
    mutationFn: (rules: readonly TableRule[]) => api.setRules(table.name, rules),
    onSuccess: () => client.invalidateQueries({ queryKey: ['tables'] }),
  });
  const end = (text: string) => (text.trim() === '' ? null : text.trim());
  const wanted: TableRule = {
    column,
    rule:
      kind === 'oneOf'
        ? { kind, values: listOf(values) }
        : kind === 'between'
          ? { kind, min: end(ends.min), max: end(ends.max) }
          : { kind },
  };
  const isWhole =
    (kind !== 'oneOf' || listOf(values).length > 0) && (kind !== 'between' || `${ends.min}${ends.max}`.trim() !== '');
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (!isWhole || table.rules.some((one) => isSame(one, wanted))) return;
    set.mutate([...table.rules, wanted], {
      onSuccess: () => {
        setValues('');
        setEnds({ min: '', max: '' });
      },
    });
  };
  return (
    <TablePart aria-label="Rules of columns">
      <h2>Rules</h2>
      <p>
        Looked at in each load. Where one is broken, it is told on Today and beside every answer that looks at that
        column.
      </p>
      {table.rules.length === 0 ? null : (
        <Rules>
          {table.rules.map((one) => {
            const isBroken = table.broken.some(
              (other) => other.column === one.column && JSON.stringify(other.rule) === JSON.stringify(one.rule),
            );
            return (
              <li key={JSON.stringify(one)}>
                <span>{ruleWords(one)}</span>
                <small data-broken={isBroken ? '' : undefined}>{isBroken ? 'broken' : 'kept'}</small>
                <TextButton
                  isDisabled={set.isPending}
                  aria-label={`Take off: ${ruleWords(one)}`}
                  onPress={() => set.mutate(table.rules.filter((other) => !isSame(one, other)))}
                >
                  take off
                </TextButton>
              </li>
            );
          })}
        </Rules>
      )}
      <Line onSubmit={add}>
        <Select
          label="Column"
          value={column}
          options={table.columns.map(({ name }) => [name, name] as const)}
          onChange={setColumn}
        />
        <Select label="Rule" value={kind} options={KINDS} onChange={(value) => setKind(value as Kind)} />
        {kind === 'oneOf' ? <Field label="Values, with commas" value={values} onChange={setValues} /> : null}
        {kind === 'between' ? (
          <>
            <Field label="From" value={ends.min} onChange={(min) => setEnds({ ...ends, min })} />
            <Field label="To" value={ends.max} onChange={(max) => setEnds({ ...ends, max })} />
          </>
        ) : null}
        <Button type="submit" isDisabled={!isWhole || set.isPending}>
          {set.isPending ? 'Looking …' : 'Set the rule'}
        </Button>
      </Line>
      {set.isError ? <Failure error={set.error} /> : null}
    </TablePart>
  );
}
