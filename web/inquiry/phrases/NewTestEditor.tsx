/** A new condition on a number: of each record, or of a measure added up for each member of a level or each period. */
import { useState } from 'react';
import type { Edit } from '@zud/core/reading/edit-schema';
import { measureOf } from '@zud/core/model/calculation';
import type { ChangeOf, Reading } from '@zud/core/reading/schema';
import type { ModelView } from '../../app/api';
import { Button, PrimaryButton } from '../../parts/controls';
import { newTestEdits, testedKeys, typedAs } from './acts';
import { lower } from './lower';
import { Choice, EditorForm, NEEDS_NUMBER, useTest } from './TestFields';

const RECORD = 'record';

/** What of a measure is tested. */
const WHAT: Readonly<
  Record<
    'value' | 'period' | 'period %' | 'year' | 'year %',
    { readonly label: string; readonly change: ChangeOf | null }
  >
> = {
  'value': { label: 'its value', change: null },
  'period': { label: 'its change on the period before', change: { basis: 'previous', as: 'difference' } },
  'period %': { label: 'its % change on the period before', change: { basis: 'previous', as: 'percent' } },
  'year': { label: 'its change on the year before', change: { basis: 'year', as: 'difference' } },
  'year %': { label: 'its % change on the year before', change: { basis: 'year', as: 'percent' } },
};

export function NewTestEditor(props: {
  reading: Reading;
  model: ModelView;
  onEdit: (edits: readonly Edit[]) => void;
  onBack: () => void;
}) {
  const { reading, model } = props;
  const keys = testedKeys(model);
  const first = reading.shown[0]?.calculation;
  const last = reading.by.at(-1);
  const [measure, setMeasure] = useState(first?.kind === 'measure' ? first.measure : (model.measures[0]?.id ?? ''));
  const [at, setAt] = useState(last?.kind === 'level' ? last.level : (keys[0]?.id ?? RECORD));
  const [what, setWhat] = useState<keyof typeof WHAT>('value');
  const key = keys.find((one) => one.id === at)?.key ?? null;
  const change = key === null ? null : WHAT[what].change;
  const as = typedAs(
    key === null
      ? { kind: 'rows', measure }
      : { kind: 'measure', calculation: measureOf(measure), ...(change === null ? {} : { change }) },
    model,
  );
  const { test, fields } = useTest({ test: 'over' }, as, change === null ? undefined : NEEDS_NUMBER);
  return (
    <EditorForm
      onSubmit={(event) => {
        event.preventDefault();
        if (test) props.onEdit(newTestEdits(key, measure, test, change));
      }}
    >
      <Choice
        label="Only where this number"
        value={measure}
        options={model.measures.map((one) => [one.id, one.name] as const)}
        onChange={setMeasure}
      />
      <Choice
        label="of each"
        value={at}
        options={[...keys.map((one) => [one.id, lower(one.name)] as const), [RECORD, 'single record'] as const]}
        onChange={setAt}
      />
      {key === null ? null : (
        <Choice
          label="by"
          value={what}
          options={Object.entries(WHAT).map(([id, { label }]) => [id, label] as const)}
          onChange={(id) => setWhat(id as keyof typeof WHAT)}
        />
      )}
      {fields}
      <div>
        <PrimaryButton type="submit" isDisabled={test === null}>
          Apply
        </PrimaryButton>
        <Button onPress={props.onBack}>Back</Button>
      </div>
    </EditorForm>
  );
}
