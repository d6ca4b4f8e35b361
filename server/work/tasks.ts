/** What is done away from the event loop: each task a plain function of plain data, so that it may run in a thread of its own. */
import { checkModel, parseModelFile, type CheckedModel } from '@zud/core/model/check';
import type { Catalogue } from '@zud/core/model/table-faults';
import type { Points } from '@zud/core/analysis/points';
import { NameIndex, type MembersOfLevel } from '@zud/core/language/names/name-index';
import { read, type ReadResult } from '@zud/core/language/read';
import { suggest, type Suggestion } from '@zud/core/language/suggest';
import { compileModel } from '@zud/core/model/model';
import type { ModelFile } from '@zud/core/model/schema';
import type { Reading } from '@zud/core/reading/schema';
import { svgOf } from '@zud/core/chart/svg/draw';
import { TOKENS } from '@zud/core/chart/tokens';
import type { Calendar } from '@zud/core/time/period';
import type { Answered } from '../asking/answering';
import { boardSvg, type TilePlaced } from '../exports/board-svg';
import type { Cover } from '../exports/cover';
import { csvOf } from '../exports/csv';
import { pdfOf } from '../exports/pdf';
import { pptxOf } from '../exports/pptx';
import { xlsxOf } from '../exports/xlsx';
import { shapeFault } from '@zud/core/contract/shape';

/** A question of a model that a thread may know already. */
export interface LongText {
  /** The same for the same model, data and sight. */
  readonly key: string;
  readonly text: string;
  readonly before: Reading | null;
  readonly points: Points | null;
  readonly calendar: Calendar;
  /** What the thread needs to know of the model; left out where it is thought to know it. */
  readonly model?: { readonly file: ModelFile; readonly members: readonly MembersOfLevel[] };
}

/** The thread does not know the model; to be asked again with it. */
export const UNKNOWN = 'unknown' as const;

export type FileFormat = 'csv' | 'xlsx' | 'svg' | 'pdf' | 'pptx';

/** Models that a thread knows, the last ones. */
const known = new Map<string, NameIndex>();
const MOST_KNOWN = 3;

function namesFor({ key, model }: LongText): NameIndex | null {
  const there = known.get(key);
  if (there !== undefined) return there;
  if (model === undefined) return null;
  const names = new NameIndex(compileModel(model.file), model.members);
  known.set(key, names);
  for (const oldest of known.keys()) if (known.size > MOST_KNOWN) known.delete(oldest);
  return names;
}

export const TASKS = {
  /** A model file as it was sent, checked. */
  readModel({ source, catalogue }: { readonly source: string; readonly catalogue: Catalogue }): CheckedModel {
    const parsed = parseModelFile(source);
    if (!parsed.ok) return parsed;
    const fault = shapeFault(parsed.value);
    return fault === null ? checkModel(parsed.value, catalogue) : { ok: false, faults: [{ place: 'file', reason: fault }] };
  },
  readText(asked: LongText): ReadResult | typeof UNKNOWN {
    const names = namesFor(asked);
    return names === null ? UNKNOWN : read(asked.text, { names, calendar: asked.calendar, before: asked.before, points: asked.points });
  },
  suggestFor(asked: LongText): Suggestion | typeof UNKNOWN {
    const names = namesFor(asked);
    return names === null ? UNKNOWN : suggest(asked.text, { names, calendar: asked.calendar, before: asked.before });
  },
  /** Answers as a file. */
  async answersFile({ format, answers, cover }: { readonly format: FileFormat; readonly answers: readonly Answered[]; readonly cover: Cover | null }): Promise<string | Uint8Array> {
    const [first] = answers;
    if (first === undefined) return '';
    switch (format) {
      case 'csv':
        return csvOf(first.answer);
      case 'svg':
        return svgOf(first.chart, first.answer, { headline: first.headline, sentence: first.sentence.text }, { width: 960, height: 600, tokens: TOKENS.light });
      case 'xlsx':
        return xlsxOf(answers, cover);
      case 'pdf':
        return pdfOf(answers, cover);
      case 'pptx':
        return pptxOf(answers, cover);
    }
  },
  boardPicture({ tiles, answers, cover }: { readonly tiles: readonly TilePlaced[]; readonly answers: Parameters<typeof boardSvg>[1]; readonly cover: Cover }): string {
    return boardSvg(tiles, answers, cover);
  },
} as const;

export type TaskName = keyof typeof TASKS;
export type TaskInput<Name extends TaskName> = Parameters<(typeof TASKS)[Name]>[0];
export type TaskResult<Name extends TaskName> = Awaited<ReturnType<(typeof TASKS)[Name]>>;
