/** Replays the corpus: each question with the reading it follows and what it gives. */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { read, type ReadResult } from '@zud/core/language/read';
import type { Reading } from '@zud/core/reading/schema';
import type { Known } from '../demo-names';
import { dialoguesOf } from './dialogues';

export interface Replayed {
  readonly at: string;
  readonly heading: string;
  readonly question: string;
  readonly before: Reading | null;
  /** The reading before that. */
  readonly earlier: Reading | null;
  readonly result: ReadResult;
}

/** Each model is replayed once a run, whichever suite needs it first; the others read what it gave. */
export function replayed(model: string, known: Known): Replayed[] {
  const folder = process.env['ZUD_TEST_REPLAYS'];
  const file = path.join(folder ?? '', `${model}.json`);
  if (folder !== undefined && existsSync(file)) return JSON.parse(readFileSync(file, 'utf8')) as Replayed[];
  const turns = replay(model, known);
  if (folder !== undefined) {
    writeFileSync(`${file}.${process.pid}`, JSON.stringify(turns));
    renameSync(`${file}.${process.pid}`, file);
  }
  return turns;
}

function replay(model: string, known: Known): Replayed[] {
  return dialoguesOf(model).flatMap(({ heading, turns }) => {
    let before: Reading | null = null;
    let earlier: Reading | null = null;
    return turns.map(({ at, question }): Replayed => {
      const result = read(question, { ...known, before, earlier });
      const turn = { at, heading, question, before, earlier, result };
      if (result.reading) {
        earlier = before;
        before = result.reading;
      }
      return turn;
    });
  });
}
