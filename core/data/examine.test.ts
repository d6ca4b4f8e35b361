/** Messy files with a known truth come out exactly; clean ones are left as they are; what can't be decided waits. */
import { messyFile } from '../../tests/worlds/messy-files';
import { columnsOf, recipe, type AppliedRow } from './apply';
import { Examiner, type Proof } from './examine';
import type { Choices, RawRow } from './proof';

const examined = (rows: readonly RawRow[], choices: Choices = {}): Proof => {
  const examiner = new Examiner(choices);
  for (const row of rows) examiner.add(row);
  return examiner.done();
};
const applied = (rows: readonly RawRow[], proof: Proof): AppliedRow[] => {
  const apply = recipe(proof.plan, (text) => `p-${text.length}`);
  return rows.flatMap((row) => apply(row) ?? []);
};
const valuesOf = (rows: readonly AppliedRow[]) => rows.flatMap((row) => (row.kept ? row.values : []));
const sheet = (text: string): RawRow[] =>
  text.split('\n').map((line, index) => ({ line: index + 1, cells: line.split('|').map((cell) => cell.trim()) }));
const ids = (proof: Proof) => proof.proposals.map(({ id }) => id);

describe('messy files, each with its truth', () => {
  const results = Array.from({ length: 90 }, (_one, seed) => {
    const file = messyFile(seed + 1, 1 + (seed % 6));
    const first = examined(file.rows);
    // who is asked decides for one name
    const choices = Object.fromEntries(
      first.proposals.filter(({ id }) => id.startsWith('labels:place:')).map(({ id }) => [id, 'one']),
    );
    const proof = examined(file.rows, choices);
    return { file, proof, rows: valuesOf(applied(file.rows, proof)) };
  });

  test('every fault is proposed to be mended, and nothing else is', () => {
    const missed = results.flatMap(({ file, proof }, at) =>
      file.wanted.filter((id) => !ids(proof).includes(id)).map((id) => `${at}: ${id}`),
    );
    const invented = results.flatMap(({ file, proof }, at) =>
      ids(proof)
        .filter((id) => !file.wanted.includes(id) && id !== 'duplicates')
        .map((id) => `${at}: ${id}`),
    );
    expect(missed).toEqual([]);
    expect(invented).toEqual([]);
  });

  test('the rows are those of the truth, to the last cell', () => {
    const wrong = results.flatMap(({ file, rows }, at) => {
      if (rows.length !== file.truth.length) return [`${at}: ${rows.length} rows, not ${file.truth.length}`];
      return rows.flatMap((row, index) =>
        row.flatMap((cell, column) => {
          const right = file.truth[index]?.[column] ?? null;
          const same =
            cell === right || (cell !== null && right !== null && column >= 4 && Number(cell) === Number(right));
          return same ? [] : [`${at} row ${index} ${file.names[column] ?? ''}: ${String(cell)}, not ${String(right)}`];
        }),
      );
    });
    expect(wrong.slice(0, 10)).toEqual([]);
  });

  test('no cell is changed without a mark', () => {
    for (const { file, proof } of results)
      for (const row of applied(file.rows, proof)) {
        if (!row.kept) continue;
        const cells = file.rows[row.line - 1]?.cells ?? [];
        const marked = new Map(row.marks.map((mark) => [mark.at, mark]));
        row.values[0]?.forEach((value, at) => {
          const before = cells[at] ?? '';
          if (before === '' ? value !== null : value !== before)
            expect(marked.get(at)).toEqual({ at, before, after: value });
        });
      }
  });

  test('what came out, brought again, is proposed nothing and stays as it is', () => {
    for (const { proof, rows } of results.slice(0, 30)) {
      const names = columnsOf(proof.plan).map(({ name }) => name);
      const again: RawRow[] = [names, ...rows].map((cells, index) => ({
        line: index + 1,
        cells: cells.map((cell) => cell ?? ''),
      }));
      const second = examined(again);
      expect(ids(second).filter((id) => id !== 'duplicates')).toEqual([]);
      expect(columnsOf(second.plan)).toEqual(columnsOf(proof.plan));
      expect(valuesOf(applied(again, second))).toEqual(rows);
    }
  });
});

test('of clean files nothing is proposed', () => {
  for (let seed = 1; seed <= 40; seed += 1)
    expect(ids(examined(messyFile(seed, 0).rows)).filter((id) => id !== 'duplicates')).toEqual([]);
});

test('a day and month that the data do not tell apart are asked about, and stay text until then', () => {
  const rows = sheet('day|sold\n01/02/2026|3\n03/04/2026|4\n05/06/2026|5');
  const asked = examined(rows);
  expect(asked.proposals).toMatchObject([{ id: 'date order:day', sure: false, chosen: 'text' }]);
  expect(asked.columns[0]?.type).toBe('text');
  const decided = examined(rows, { 'date order:day': 'mdy' });
  expect(valuesOf(applied(rows, decided))[0]).toEqual(['2026-01-02', '3']);
  expect(valuesOf(applied(rows, examined(rows, { 'date order:day': 'dmy' })))[0]).toEqual(['2026-02-01', '3']);
});

test('names that differ by a number, a letter or a word are never one', () => {
  const names = ['North 1', 'North 2', 'Site A', 'Site B', 'Skarrow', 'Skarrow Pier', 'Upper Mill', 'Lower Mill'];
  const rows = sheet(
    [
      'place|sold',
      ...names.flatMap((name, index) => Array.from({ length: index % 2 === 0 ? 40 : 2 }, () => `${name}|${index}`)),
    ].join('\n'),
  );
  expect(ids(examined(rows)).filter((id) => id.startsWith('labels'))).toEqual([]);
});

test('periods side by side are laid down as rows, if one says so', () => {
  const rows = sheet('place|Jan 2026|Feb 2026|Mar 2026\nColwick|1|2|3\nDunmere|4||6');
  expect(examined(rows).proposals).toMatchObject([{ id: 'unpivot', sure: false, chosen: 'as it is' }]);
  const proof = examined(rows, { unpivot: 'rows' });
  expect(columnsOf(proof.plan)).toEqual([
    { name: 'place', type: 'text' },
    { name: 'period', type: 'date' },
    { name: 'value', type: 'integer' },
  ]);
  expect(valuesOf(applied(rows, proof))).toEqual([
    ['Colwick', '2026-01-01', '1'],
    ['Colwick', '2026-02-01', '2'],
    ['Colwick', '2026-03-01', '3'],
    ['Dunmere', '2026-01-01', '4'],
    ['Dunmere', '2026-03-01', '6'],
  ]);
});

test('doubles are told and stay; left out, the first of each stays', () => {
  const rows = sheet('place|sold\nColwick|1\nColwick|1\nDunmere|2');
  expect(examined(rows).proposals).toMatchObject([{ id: 'duplicates', count: 1, chosen: 'keep', sure: false }]);
  expect(valuesOf(applied(rows, examined(rows)))).toHaveLength(3);
  expect(valuesOf(applied(rows, examined(rows, { duplicates: 'leave out' })))).toEqual([
    ['Colwick', '1'],
    ['Dunmere', '2'],
  ]);
});

test('what concerns persons waits for a choice; pseudonyms are the same for the same', () => {
  const rows = sheet(
    'cashier|mail|sold\nAda Marsh|ada@example.org|1\nOle Fenn|ole@example.org|2\nAda Marsh|ada@example.org|3',
  );
  const asked = examined(rows);
  expect(asked.columns.map(({ sensitive }) => sensitive)).toEqual(['person', 'email', undefined]);
  expect(asked.proposals.filter(({ kind }) => kind === 'sensitive').map(({ chosen, sure }) => [chosen, sure])).toEqual([
    ['leave', false],
    ['leave', false],
  ]);
  const hidden = examined(rows, { 'sensitive:cashier': 'pseudonym', 'sensitive:mail': 'drop' });
  expect(columnsOf(hidden.plan).map(({ name }) => name)).toEqual(['cashier', 'sold']);
  expect(valuesOf(applied(rows, hidden)).map(([name]) => name)).toEqual(['p-9', 'p-8', 'p-9']);
});

test('a few values that are no numbers leave a column text until it is said what they are', () => {
  const rows = sheet(
    ['place|sold', ...Array.from({ length: 99 }, (_one, index) => `Colwick|${index}`), 'Colwick|broken'].join('\n'),
  );
  expect(examined(rows).columns[1]?.type).toBe('text');
  const proof = examined(rows, { 'type:sold': 'missing' });
  expect(proof.columns[1]?.type).toBe('integer');
  expect(valuesOf(applied(rows, proof)).at(-1)).toEqual(['Colwick', null]);
});

test('a file of one column, of a head alone, and of nothing', () => {
  expect(columnsOf(examined(sheet('sold\n1\n2')).plan)).toEqual([{ name: 'sold', type: 'integer' }]);
  expect(examined(sheet('place|sold')).rows).toBe(0);
  expect(examined([]).columns).toEqual([]);
});
