/** Changes a condition on a number, or takes it out. */
import type { Edit } from '@zud/core/reading/edit';
import type { Condition } from '@zud/core/reading/schema';
import { Button, PrimaryButton } from '../../parts/controls';
import { testEdits } from './acts';
import { EditorForm, useTest } from './TestFields';

export type NumberCondition = Extract<Condition, { kind: 'measure' | 'rows' }>;

export function NumberEditor({ condition, onEdit }: { condition: NumberCondition; onEdit: (edits: readonly Edit[]) => void }) {
  const { test, fields } = useTest({ test: condition.test, ...(condition.value === undefined ? {} : { value: condition.value }), ...(condition.upper === undefined ? {} : { upper: condition.upper }) });
  const { value: _value, upper: _upper, ...rest } = condition;
  return (
    <EditorForm onSubmit={(event) => { event.preventDefault(); if (test) onEdit(testEdits(condition, { ...rest, ...test })); }}>
      {fields}
      <div>
        <PrimaryButton type="submit" isDisabled={test === null}>Apply</PrimaryButton>
        <Button onPress={() => onEdit([{ do: 'condition', how: 'remove', condition }])}>Take out</Button>
      </div>
    </EditorForm>
  );
}
