/** Which records a measure counts: conditions that hold together. */
import type { LoadedTable } from '../app/api';
import { Field, TextButton } from '../parts/controls';
import { Grid, Select } from './fields';
import { TESTS, type TestKind, type TypedTest } from './only-tests';

export function OnlyTests(props: {
  tests: readonly TypedTest[];
  columns: LoadedTable['columns'];
  onChange: (tests: readonly TypedTest[]) => void;
}) {
  const { tests, columns, onChange } = props;
  const change = (at: number, part: Partial<TypedTest>) =>
    onChange(tests.map((one, index) => (index === at ? { ...one, ...part } : one)));
  return (
    <div role="group" aria-label="Only records whose">
      {tests.map((one, at) => (
        // rows have no name of their own
        <Grid key={at} style={{ marginBottom: 8 }}>
          <Select
            label={at === 0 ? 'Only where' : 'and where'}
            value={one.column}
            options={[
              ['', 'choose …'],
              ...(one.column === '' || columns.some(({ name }) => name === one.column)
                ? []
                : [[one.column, one.column] as const]),
              ...columns.map(({ name }) => [name, name] as const),
            ]}
            onChange={(column) => change(at, { column })}
          />
          <Select
            label="how"
            value={one.test}
            options={TESTS}
            onChange={(test) => change(at, { test: test as TestKind })}
          />
          {one.test === 'present' || one.test === 'missing' ? null : (
            <Field label="what" value={one.value} onChange={(value) => change(at, { value })} />
          )}
          <TextButton
            aria-label={`Take away the condition on ${one.column === '' ? 'no column' : one.column}`}
            onPress={() => onChange(tests.filter((_other, index) => index !== at))}
          >
            take away
          </TextButton>
        </Grid>
      ))}
      <TextButton onPress={() => onChange([...tests, { column: '', test: 'is', value: '' }])}>
        {tests.length === 0 ? 'count some records only …' : 'and another condition …'}
      </TextButton>
    </div>
  );
}
