/** A new condition on a number: of each record, or of a measure added up for each member of a level or each period. */
import { useState } from 'react';
import type { Edit } from '@zud/core/reading/edit';
import type { Reading } from '@zud/core/reading/schema';
import type { ModelView } from '../../app/api';
import { Button, PrimaryButton } from '../../parts/controls';
import { newTestEdits, testedKeys } from './acts';
import { lower } from './lower';
import { Choice, EditorForm, useTest } from './TestFields';

const RECORD = 'record';

export function NewTestEditor(props: { reading: Reading; model: ModelView; onEdit: (edits: readonly Edit[]) => void; onBack: () => void }) {
  const { reading, model } = props;
  const keys = testedKeys(model);
  const first = reading.shown[0]?.calculation;
  const last = reading.by.at(-1);
  const [measure, setMeasure] = useState(first?.kind === 'measure' ? first.measure : (model.measures[0]?.id ?? ''));
  const [at, setAt] = useState(last?.kind === 'level' ? last.level : (keys[0]?.id ?? RECORD));
  const { test, fields } = useTest({ test: 'over' });
  const key = keys.find((one) => one.id === at)?.key ?? null;
  return (
    <EditorForm onSubmit={(event) => { event.preventDefault(); if (test) props.onEdit(newTestEdits(key, measure, test)); }}>
      <Choice label="Only where this number" value={measure} options={model.measures.map((one) => [one.id, one.name] as const)} onChange={setMeasure} />
      <Choice label="of each" value={at} options={[...keys.map((one) => [one.id, lower(one.name)] as const), [RECORD, 'single record'] as const]} onChange={setAt} />
      {fields}
      <div>
        <PrimaryButton type="submit" isDisabled={test === null}>Apply</PrimaryButton>
        <Button onPress={props.onBack}>Back</Button>
      </div>
    </EditorForm>
  );
}
