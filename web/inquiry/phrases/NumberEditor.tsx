/** Changes a condition on a number, or takes it out. */
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Condition } from '@zud/core/reading/schema';
import { Button, PrimaryButton } from '../../parts/controls';
import type { ModelView } from '../../app/api';
import { testEdits, typedAs } from './acts';
import { EditorForm, NEEDS_NUMBER, useTest } from './TestFields';

export type NumberCondition = Extract<Condition, { kind: 'measure' | 'rows' }>;

export function NumberEditor({
  condition,
  model,
  onEdit,
}: {
  condition: NumberCondition;
  model: ModelView;
  onEdit: (edits: readonly Edit[]) => void;
}) {
  const { test, fields } = useTest(
    {
      test: condition.test,
      ...(condition.value === undefined ? {} : { value: condition.value }),
      ...(condition.upper === undefined ? {} : { upper: condition.upper }),
    },
    typedAs(condition, model),
    condition.kind === 'measure' && condition.change !== undefined ? NEEDS_NUMBER : undefined,
  );
  const { value: _value, upper: _upper, ...rest } = condition;
  return (
    <EditorForm
      onSubmit={(event) => {
        event.preventDefault();
        if (test) onEdit(testEdits(condition, { ...rest, ...test }));
      }}
    >
      {fields}
      <div>
        <PrimaryButton type="submit" isDisabled={test === null}>
          Apply
        </PrimaryButton>
        <Button onPress={() => onEdit([{ do: 'condition', how: 'remove', condition }])}>Take out</Button>
      </div>
    </EditorForm>
  );
}
