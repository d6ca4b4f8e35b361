/** Reading that is done away from the event loop: each task a plain function of plain data, so that it may run in a thread of its own. */
import { checkModel, parseModelFile, type CheckedModel } from '@zud/core/model/check';
import type { Catalogue } from '@zud/core/model/table-faults';
import type { Points } from '@zud/core/analysis/referents';
import { NameIndex, type MembersOfLevel } from '@zud/core/language/names/name-index';
import { read, type ReadResult } from '@zud/core/language/read';
import { suggest, type Suggestion } from '@zud/core/language/suggest';
import { compileModel } from '@zud/core/model/model';
import type { ModelFile } from '@zud/core/model/schema';
import type { Reading } from '@zud/core/reading/schema';
import type { Calendar } from '@zud/core/time/period';
import { shapeFault } from '@zud/core/contract/shape';

/** A question of a model that a thread may know already. */
export interface LongText {
  /** The same for the same model, data and sight. */
  readonly key: string;
  readonly text: string;
  readonly before: Reading | null;
  readonly earlier: Reading | null;
  readonly points: Points | null;
  readonly calendar: Calendar;
  /** What the thread needs to know of the model; left out where it is thought to know it. */
  readonly model?: { readonly file: ModelFile; readonly members: readonly MembersOfLevel[] };
}

/** The thread does not know the model; to be asked again with it. */
export const UNKNOWN = 'unknown' as const;

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

export const READING_TASKS = {
  /** A model file as it was sent, checked. */
  readModel({ source, catalogue }: { readonly source: string; readonly catalogue: Catalogue }): CheckedModel {
    const parsed = parseModelFile(source);
    if (!parsed.ok) return parsed;
    const fault = shapeFault(parsed.value);
    return fault === null
      ? checkModel(parsed.value, catalogue)
      : { ok: false, faults: [{ place: 'file', reason: fault }] };
  },
  readText(asked: LongText): ReadResult | typeof UNKNOWN {
    const names = namesFor(asked);
    return names === null
      ? UNKNOWN
      : read(asked.text, {
          names,
          calendar: asked.calendar,
          before: asked.before,
          earlier: asked.earlier,
          points: asked.points,
        });
  },
  suggestFor(asked: LongText): Suggestion | typeof UNKNOWN {
    const names = namesFor(asked);
    return names === null ? UNKNOWN : suggest(asked.text, { names, calendar: asked.calendar, before: asked.before });
  },
} as const;
