/** Words and hands are equal; an edit and its inverse leave the reading as it was. */
import fc from 'fast-check';
import { read } from '@zud/core/language/read';
import { impossibility } from '@zud/core/language/impossibility';
import { namingOf } from '@zud/core/language/naming';
import { applyEdits } from '@zud/core/reading/edit';
import type { Edit } from '@zud/core/reading/edit-schema';
import { canonical, type Breakdown, type Reading } from '@zud/core/reading/schema';
import { breakdownWords, periodWords, viewWords } from '@zud/core/reading/words';
import type { Period } from '@zud/core/time/period';
import { readingOf, world, type World } from './generated-models';

const RUNS = Number(process.env['LAW_RUNS'] ?? 400);
const LEVELS = ['d0l0', 'd0l1', 'd1l0', 'd1l1', 'd2l0', 'd2l1'] as const;

interface Said {
  readonly edit: Edit;
  readonly words: string;
}

const PERIODS: readonly Period[] = [
  { kind: 'this', grain: 'month' },
  { kind: 'last', grain: 'quarter' },
  { kind: 'latest', grain: 'week', count: 6 },
  { kind: 'days', from: '2025-03-01', to: '2025-03-31' },
  { kind: 'since', from: '2025-02-03' },
];

/** An edit with the words that say it. */
function saidEdit(made: World): fc.Arbitrary<Said> {
  const naming = namingOf(made.names);
  const level = fc.constantFrom(...LEVELS);
  const by: fc.Arbitrary<Breakdown> = fc.oneof(
    level.map((id): Breakdown => ({ kind: 'level', level: id })),
    fc.constantFrom('week', 'month', 'quarter').map((grain): Breakdown => ({ kind: 'time', grain: grain as never })),
  );
  const member = level.chain((id) => fc.constantFrom(...(made.members.get(id) ?? [])).map((name) => ({ id, name })));
  const condition = (id: string, name: string, is: boolean) => ({
    kind: 'members' as const,
    level: id,
    is,
    members: [name],
  });
  return fc.oneof(
    member.map(({ id, name }): Said => ({
      edit: { do: 'condition', how: 'only', condition: condition(id, name, true) },
      words: `only ${naming.member(id, name)}`,
    })),
    member.map(({ id, name }): Said => ({
      edit: { do: 'condition', how: 'exclude', condition: condition(id, name, false) },
      words: `without ${naming.member(id, name)}`,
    })),
    member.map(({ id, name }): Said => ({
      edit: { do: 'condition', how: 'widen', condition: condition(id, name, true) },
      words: `include ${naming.member(id, name)} too`,
    })),
    by.map((one): Said => ({
      edit: { do: 'breakdown', how: 'add', by: [one] },
      words: `also by ${breakdownWords(naming, one)}`,
    })),
    by.map((one): Said => ({
      edit: { do: 'breakdown', how: 'join', by: [one] },
      words: `by ${breakdownWords(naming, one)}`,
    })),
    by.map((one): Said => ({
      edit: { do: 'breakdown', how: 'replace', by: [one] },
      words: `by ${breakdownWords(naming, one)} instead`,
    })),
    fc
      .constantFrom(...PERIODS)
      .map((period): Said => ({ edit: { do: 'period', period }, words: `for ${periodWords(period, made.model)}` })),
    fc.constant<Said>({ edit: { do: 'period', period: null }, words: 'all time' }),
    fc.constant<Said>({ edit: { do: 'compare', against: null }, words: 'stop comparing' }),
    fc.constant<Said>({ edit: { do: 'ahead', periods: null }, words: 'drop the forecast' }),
    fc.constantFrom('line', 'bars', 'table', 'pie').map((chart): Said => ({
      edit: { do: 'view', view: { chart: chart as never } },
      words: viewWords({ chart: chart as never }, false),
    })),
    fc
      .integer({ min: 1, max: 20 })
      .map((count): Said => ({ edit: { do: 'rerank', direction: 'top', count }, words: `top ${count}` })),
    fc.constant<Said>({ edit: { do: 'clear', what: 'conditions' }, words: 'clear the filters' }),
    fc.constant<Said>({ edit: { do: 'transform', transform: { kind: 'share', within: 'all' } }, words: 'as a share' }),
    fc.constant<Said>({ edit: { do: 'reverse', direction: 'up' }, words: 'ascending' }),
  );
}

const cases = world.chain((made) =>
  fc.record({ made: fc.constant(made), before: readingOf(made), said: saidEdit(made) }),
);

test('parity: an edit made by hand and the words that say it give the same reading', () => {
  fc.assert(
    fc.property(cases, ({ made, before, said }) => {
      const byHand = applyEdits(before, [said.edit], made.model);
      const byWords = read(said.words, { names: made.names, calendar: made.calendar, before });
      if (!byHand.ok || impossibility(byHand.reading, made.names) !== null) {
        expect(byWords.outcome).not.toBe('answered');
        return;
      }
      if (canonical(byWords.reading) !== canonical(byHand.reading))
        throw new Error(
          `“${said.words}” is ${byWords.outcome}: ${byWords.notes.map((note) => note.text).join(' ')}\n${canonical(byHand.reading)}\n${canonical(byWords.reading)}\nbefore ${canonical(before)}`,
        );
    }),
    { numRuns: RUNS },
  );
});

/** Is another member spoken of than the one whose share is shown? That share then is no more, and only undoing brings it back. */
function touchesPart(edit: Edit, { shown }: Reading): boolean {
  const levels =
    edit.do === 'condition' && edit.condition.kind === 'members'
      ? [edit.condition.level]
      : edit.do === 'breakdown'
        ? edit.by.flatMap((one) => (one.kind === 'level' ? [one.level] : []))
        : [];
  return shown.some(({ calculation }) => calculation.kind === 'part' && levels.includes(calculation.level));
}

/** The edits that take an edit back, made from the reading before it. */
function inverse(edit: Edit, before: Reading): Edit[] | null {
  if (before.rows !== null || before.against?.kind === 'members' || touchesPart(edit, before)) return null;
  switch (edit.do) {
    case 'period':
      // what stood beside the period goes with it, and with that what was ordered or ranked by the difference
      if (before.against?.kind === 'period') return null;
      return [
        {
          do: 'period',
          period: before.when?.period ?? null,
          ...(before.when?.role === undefined ? {} : { role: before.when.role }),
        },
      ];
    case 'view':
      return [{ do: 'view', view: before.view }];
    case 'breakdown':
      return edit.how === 'add' &&
        !edit.by.some((one) =>
          before.by.some(
            (there) => there.kind === one.kind && (there.kind !== 'level' || canonical(there) === canonical(one)),
          ),
        ) &&
        before.by.length < 3
        ? [{ do: 'breakdown', how: 'remove', by: edit.by }]
        : null;
    case 'condition':
      return edit.how === 'only' &&
        edit.condition.kind === 'members' &&
        !before.where.some(
          (one) =>
            ((one.kind === 'members' || one.kind === 'text') &&
              edit.condition.kind === 'members' &&
              one.level === edit.condition.level) ||
            one.kind === 'set',
        )
        ? [{ do: 'condition', how: 'remove', condition: edit.condition }]
        : null;
    default:
      return null;
  }
}

test('an edit and then its inverse leave the reading as it was', () => {
  fc.assert(
    fc.property(cases, ({ made, before, said }) => {
      const back = inverse(said.edit, before);
      fc.pre(back !== null);
      const there = applyEdits(before, [said.edit], made.model);
      if (!there.ok || back === null) return;
      const again = applyEdits(there.reading, back, made.model);
      expect(again.ok && canonical(again.reading)).toBe(canonical(before));
    }),
    { numRuns: RUNS / 2 },
  );
});

test('drill and then roll up gives the level shown before', () => {
  fc.assert(
    fc.property(world, fc.constantFrom('d0l0', 'd1l0', 'd2l0'), (made, level) => {
      const before = applyEdits({ ...EMPTY, by: [{ kind: 'level', level }] }, [], made.model);
      if (!before.ok) throw new Error(before.reason);
      const name = made.members.get(level)?.[0] ?? '';
      const down = applyEdits(before.reading, [{ do: 'drill', member: { level, name } }], made.model);
      const up = down.ok ? applyEdits(down.reading, [{ do: 'rollUp' }], made.model) : down;
      expect(down.ok && down.reading.by).toEqual([{ kind: 'level', level: level.replace('l0', 'l1') }]);
      expect(up.ok && canonical(up.reading)).toBe(canonical(before.reading));
    }),
    { numRuns: 50 },
  );
});

const EMPTY: Reading = {
  version: 2,
  shown: [],
  by: [],
  where: [],
  when: null,
  against: null,
  ahead: null,
  rank: null,
  order: null,
  rows: null,
  view: null,
};
