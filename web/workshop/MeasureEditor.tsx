/** The editor of one measure: its names, what it is made of, and how it is written; a formula with completions and its fault in place. */
import { useState } from 'react';
import styled from 'styled-components';
import { FormulaError, measuresIn, parseFormula } from '@zud/core/model/calculation';
import type { Measure, ModelFile } from '@zud/core/model/schema';
import type { LoadedTable } from '../app/api';
import { Field, TextButton } from '../parts/controls';
import { Grid, listOf, Select, Text } from './fields';
import { rowTest, typedTest, type TypedTest } from './only-tests';
import { OnlyTests } from './OnlyTests';
import { Editor } from './Editor';

const Fault = styled.p`
  color: var(--signal);
  font-size: 13px;
`;
const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: baseline;
`;

const KINDS: readonly (readonly [Measure['kind'], string])[] = [
  ['sum', 'Sum of a column'],
  ['count', 'Number of records'],
  ['distinct', 'Different values of a column'],
  ['average', 'Average of a column'],
  ['median', 'Median of a column'],
  ['minimum', 'Least of a column'],
  ['maximum', 'Greatest of a column'],
  ['percentile', 'Percentile of a column'],
  ['last', 'Last value of a column'],
  ['ratio', 'One measure per another'],
  ['formula', 'Formula'],
];
const OF_A_COLUMN: readonly Measure['kind'][] = [
  'sum',
  'distinct',
  'average',
  'median',
  'minimum',
  'maximum',
  'percentile',
  'last',
];

/** All fields of all kinds, as they are typed. */
interface Typed {
  readonly name: string;
  readonly also: string;
  readonly description: string;
  readonly kind: Measure['kind'];
  readonly fact: string;
  readonly column: string;
  readonly percentile: string;
  readonly each: string;
  readonly of: string;
  readonly per: string;
  readonly formula: string;
  readonly unit: string;
  readonly style: 'number' | 'percent' | 'currency';
  readonly decimals: string;
  readonly currency: string;
  readonly direction: '' | 'more' | 'less';
  readonly plan: string;
  readonly hidden: boolean;
  readonly only: readonly TypedTest[];
}

function typedOf(measure: Measure, file: ModelFile): Typed {
  const own = measure as Partial<Record<string, unknown>> & Measure;
  const text = (value: unknown): string =>
    typeof value === 'string' || typeof value === 'number' ? String(value) : '';
  return {
    name: measure.name,
    also: measure.synonyms.join(', '),
    description: measure.description ?? '',
    kind: measure.kind,
    fact: text(own['fact']) || (file.facts[0]?.id ?? ''),
    column: text(own['column']),
    percentile: text(own['percentile']) || '90',
    each: Array.isArray(own['each']) ? own['each'].join(', ') : '',
    of: text(own['of']) || (file.measures[0]?.id ?? ''),
    per: text(own['per']) || (file.measures[0]?.id ?? ''),
    formula: text(own['formula']),
    unit: measure.unit ?? '',
    style: measure.format?.style ?? 'number',
    decimals: text(measure.format?.decimals),
    currency: measure.format?.currency ?? '',
    direction: measure.direction ?? '',
    plan: measure.plan ?? '',
    hidden: measure.hidden === true,
    only: 'only' in measure ? measure.only.flatMap((one) => typedTest(one) ?? []) : [],
  };
}

/** The measure that a form says; what its kind does not have is left out. */
function measureOf(form: Typed, before: Measure, types: ReadonlyMap<string, string>): Measure {
  const decimals = Number(form.decimals);
  const format = {
    style: form.style,
    ...(form.decimals.trim() === '' || !Number.isInteger(decimals) ? {} : { decimals }),
    ...(form.style === 'currency' && form.currency !== '' ? { currency: form.currency.toUpperCase() } : {}),
  };
  const plainly = form.style === 'number' && form.decimals.trim() === '';
  const common = {
    id: before.id,
    name: form.name.trim(),
    ...(before.plural === undefined ? {} : { plural: before.plural }),
    synonyms: listOf(form.also),
    ...(form.description.trim() === '' ? {} : { description: form.description.trim() }),
    ...(form.unit.trim() === '' ? {} : { unit: form.unit.trim() }),
    ...(plainly && before.format === undefined ? {} : { format }),
    ...(form.direction === '' ? {} : { direction: form.direction }),
    ...(form.plan === '' ? {} : { plan: form.plan }),
    ...(form.hidden ? { hidden: true } : {}),
  };
  // tests that say more than one thing are changed in the file only
  const kept = 'only' in before ? before.only.filter((one) => typedTest(one) === null) : [];
  const rows = { fact: form.fact, only: [...kept, ...form.only.flatMap((one) => rowTest(one, types) ?? [])] };
  switch (form.kind) {
    case 'count':
      return { ...common, ...rows, kind: 'count' };
    case 'percentile':
      return { ...common, ...rows, kind: 'percentile', column: form.column, percentile: Number(form.percentile) };
    case 'last':
      return { ...common, ...rows, kind: 'last', column: form.column, each: listOf(form.each) };
    case 'ratio':
      return { ...common, kind: 'ratio', of: form.of, per: form.per };
    case 'formula':
      return { ...common, kind: 'formula', formula: form.formula };
    default:
      return { ...common, ...rows, kind: form.kind, column: form.column };
  }
}

/** Why a formula can't be read, and where; null where it can. */
function formulaFault(formula: string, file: ModelFile): string | null {
  if (formula.trim() === '') return 'Write a formula of measures, such as revenue − cost.';
  try {
    const unknown = measuresIn(parseFormula(formula)).find((id) => !file.measures.some((one) => one.id === id));
    return unknown === undefined ? null : `There is no measure “${unknown}”.`;
  } catch (error) {
    if (error instanceof FormulaError) return error.message;
    throw error;
  }
}

export function MeasureEditor(props: {
  measure: Measure;
  file: ModelFile;
  tables: readonly LoadedTable[];
  /** Something new is added; what is there is changed, moved or taken out. */
  isNew: boolean;
  onApply: (measure: Measure) => void;
  onClose: () => void;
  onMove: (by: -1 | 1) => void;
  onRemove: () => void;
}) {
  const { measure, file } = props;
  const [form, setForm] = useState(() => typedOf(measure, file));
  const set =
    <Key extends keyof Typed>(field: Key) =>
    (value: Typed[Key]) =>
      setForm((now) => ({ ...now, [field]: value }));
  const named = file.measures.filter(({ id }) => id !== measure.id).map(({ id, name }) => [id, name] as const);
  const table = file.tables.find(({ id }) => id === file.facts.find((fact) => fact.id === form.fact)?.table);
  const columns = props.tables.find(({ name }) => name === (table?.source ?? table?.id))?.columns ?? [];
  const types = new Map(columns.map(({ name, type }) => [name, type] as const));
  const known = form.column === '' || columns.some(({ name }) => name === form.column);
  const ofRows = form.kind !== 'ratio' && form.kind !== 'formula';
  const fault =
    form.name.trim() === ''
      ? 'A measure has a name.'
      : form.kind === 'formula'
        ? formulaFault(form.formula, file)
        : OF_A_COLUMN.includes(form.kind) && form.column === ''
          ? 'Choose a column.'
          : ofRows && form.only.some((one) => rowTest(one, types) === null)
            ? 'Say of each condition its column and what it is compared with, or take it away.'
            : null;
  return (
    <Editor
      label={`${props.isNew ? 'New measure' : measure.name}, edited`}
      ready={fault === null}
      onKeep={() => props.onApply(measureOf(form, measure, types))}
      onClose={props.onClose}
      {...(props.isNew ? { keep: 'Add to the draft' } : {})}
      acts={
        props.isNew ? null : (
          <>
            <TextButton onPress={() => props.onMove(-1)}>move up</TextButton>
            <TextButton onPress={() => props.onMove(1)}>move down</TextButton>
            <TextButton onPress={props.onRemove}>take out</TextButton>
          </>
        )
      }
    >
      <Grid>
        <Field label="Name" value={form.name} onChange={set('name')} autoFocus />
        <Field label="Also called (with commas between)" value={form.also} onChange={set('also')} />
        <Select
          label="What it is"
          value={form.kind}
          options={KINDS}
          onChange={(kind) => set('kind')(kind as Measure['kind'])}
        />
        {!ofRows ? null : (
          <Select
            label="Of these records"
            value={form.fact}
            options={file.facts.map(({ id, name }) => [id, name] as const)}
            onChange={set('fact')}
          />
        )}
        {OF_A_COLUMN.includes(form.kind) ? (
          <Select
            label="Column"
            value={form.column}
            options={[
              ['', 'choose …'],
              ...(known ? [] : [[form.column, form.column] as const]),
              ...columns.map(({ name, type }) => [name, `${name} (${type})`] as const),
            ]}
            onChange={set('column')}
          />
        ) : null}
        {form.kind === 'percentile' ? (
          <Field label="So many per cent lie below" value={form.percentile} onChange={set('percentile')} />
        ) : null}
        {form.kind === 'last' ? <Field label="Of each (columns)" value={form.each} onChange={set('each')} /> : null}
        {form.kind === 'ratio' ? (
          <>
            <Select label="What is divided" value={form.of} options={named} onChange={set('of')} />
            <Select label="By what" value={form.per} options={named} onChange={set('per')} />
          </>
        ) : null}
      </Grid>
      {ofRows ? <OnlyTests tests={form.only} columns={columns} onChange={set('only')} /> : null}
      {form.kind === 'formula' ? (
        <>
          <Text label="Formula" value={form.formula} rows={2} onChange={set('formula')} />
          <Completions formula={form.formula} file={file} onTake={set('formula')} />
        </>
      ) : null}
      <Grid>
        <Select
          label="Written as"
          value={form.style}
          options={[
            ['number', 'a number'],
            ['percent', 'a share in %'],
            ['currency', 'money'],
          ]}
          onChange={(style) => set('style')(style as Typed['style'])}
        />
        <Field label="Decimals" value={form.decimals} onChange={set('decimals')} />
        {form.style === 'currency' ? (
          <Field label="Currency (ISO 4217)" value={form.currency} onChange={set('currency')} />
        ) : (
          <Field label="Unit" value={form.unit} onChange={set('unit')} />
        )}
        <Select
          label="Better is"
          value={form.direction}
          options={[
            ['', 'neither'],
            ['more', 'more'],
            ['less', 'less'],
          ]}
          onChange={(direction) => set('direction')(direction as Typed['direction'])}
        />
        <Select label="Planned as" value={form.plan} options={[['', 'no plan'], ...named]} onChange={set('plan')} />
        <Select
          label="Offered"
          value={form.hidden ? 'hidden' : 'shown'}
          options={[
            ['shown', 'to everyone who asks'],
            ['hidden', 'hidden; what uses it goes on'],
          ]}
          onChange={(shown) => set('hidden')(shown === 'hidden')}
        />
      </Grid>
      <Text label="Description" value={form.description} rows={2} onChange={set('description')} />
      {fault === null ? null : <Fault role="alert">{fault}</Fault>}
    </Editor>
  );
}

const MOST_OFFERED = 6;

/** Measures whose id or name begins as the last word of the formula does; one press puts one in its place. */
function Completions(props: { formula: string; file: ModelFile; onTake: (formula: string) => void }) {
  const begun = /[a-z][a-z0-9_]*$/i.exec(props.formula)?.[0].toLowerCase() ?? '';
  const found =
    begun.length < 2
      ? []
      : props.file.measures
          .filter(({ id, name }) => id !== begun && (id.startsWith(begun) || name.toLowerCase().startsWith(begun)))
          .slice(0, MOST_OFFERED);
  if (found.length === 0) return null;
  return (
    <Acts role="group" aria-label="Measures that fit">
      {found.map(({ id }) => (
        <TextButton
          key={id}
          onPress={() => props.onTake(`${props.formula.slice(0, props.formula.length - begun.length)}${id} `)}
        >
          {id}
        </TextButton>
      ))}
    </Acts>
  );
}
