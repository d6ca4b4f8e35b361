/** The second model with its members, from its own CSV files. */
import { parse } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readModelFile } from '@zud/core/model/check';
import { compileModel } from '@zud/core/model/model';
import { NameIndex } from '@zud/core/language/names/name-index';
import type { Known } from './demo-names';

const folder = path.join(__dirname, '../demo/libraries');
const rows = (name: string) =>
  parse(readFileSync(path.join(folder, `${name}.csv`)), { columns: true }) as Record<string, string>[];
const distinct = (table: readonly Record<string, string>[], column: string) => [
  ...new Set(table.map((row) => row[column] ?? '')),
];

export function libraryNames(): Known {
  const checked = readModelFile(readFileSync(path.join(folder, 'model.yaml'), 'utf8'));
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  const model = compileModel(checked.file);
  const [branches, titles, loans] = [rows('branches'), rows('titles'), rows('loans')];
  const members = {
    district: distinct(branches, 'district'),
    quarter_of_town: distinct(branches, 'quarter'),
    branch: distinct(branches, 'branch'),
    genre: distinct(titles, 'genre'),
    subject: distinct(titles, 'subject'),
    title: distinct(titles, 'title'),
    reader_kind: distinct(loans, 'reader_kind'),
  };
  return {
    names: new NameIndex(
      model,
      Object.entries(members).map(([level, list]) => ({ level, members: list })),
    ),
    calendar: {
      asOf: '2026-06-30',
      weekStart: 1,
      fiscalStartMonth: 1,
      fiscalNamedBy: 'end',
      seasons: model.seasons,
      firstData: '2024-01-01',
      lastData: '2026-06-30',
    },
  };
}
