/** Asking: words, an edit or a reading → a step of an inquiry, with its answer. */
import { isWhole, mendedBy, offeredAfterFailure } from '@zud/core/language/after-failure';
import type { Note, Option, WordUse } from '@zud/core/language/read';
import { applyEdits } from '@zud/core/reading/edit';
import { movedAlong } from '@zud/core/reading/moved-along';
import type { Edit } from '@zud/core/reading/edit-schema';
import { pointsOf, type Points } from '@zud/core/analysis/referents';
import type { Analysis } from '@zud/core/language/intent';
import { termsIn } from '@zud/core/language/terms';
import { wordsOfEdits } from '@zud/core/language/words-of-edits';
import { pointsAtAnswer } from '@zud/core/language/grammar/references';
import { stepChange } from '@zud/core/reading/difference';
import { missingFrom } from '@zud/core/reading/references';
import { currentReading } from '@zud/core/reading/migrate';
import { EMPTY_READING, readingSchema, same, type Reading } from '@zud/core/reading/schema';
import type { ChartDescription } from '@zud/core/chart/description';
import { addStep, stepsOf, type Inquiry, type Step } from '../store/inquiries';
import type { Store } from '../store/database';
import { countTermUses } from '../store/terms';
import type { Person } from '../store/people';
import { Problem } from '@zud/core/contract/problem';
import { Stopped } from '../engines/engine';
import type { Answered } from './answered';
import { type Answering, type AskOptions } from './answering';
import { analysed } from './analyses';
import type { Reader } from './reader';
import { Unanswerable } from './unanswerable';
import type { ReadyModel } from './ready-model';
import type { ModelLibrary } from './model-library';
import {
  recordOf,
  seesRecord,
  sentenceIn,
  stepFor,
  type KeptRecord,
  type StepView,
  type Thumbnail,
  type Viewer,
} from './step-view';

export type Asked =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'edit'; readonly edits: readonly Edit[] }
  | { readonly kind: 'reading'; readonly reading: Reading; readonly label: string | null };

export class Asking {
  /** What runs, by inquiry, person and the step it follows. */
  private readonly running = new Map<string, AbortController>();

  constructor(
    private readonly store: Store,
    private readonly library: ModelLibrary,
    readonly answering: Answering,
    private readonly reader: Reader,
  ) {}

  /**
   * Asks in an inquiry, after a step of it (the latest where none is named).
   * @returns the new step; for "undo" and "back" the earlier step itself
   */
  async ask(
    inquiry: Inquiry,
    person: Person,
    asked: Asked,
    after: string | null | undefined,
    options: AskOptions,
  ): Promise<{ step: StepView; made: boolean }> {
    const [ready, all] = await Promise.all([
      this.library.get(inquiry.modelId, person),
      stepsOf(this.store, inquiry.id),
    ]);
    const before =
      after === undefined ? all.at(-1) : after === null ? undefined : all.find((step) => step.id === after);
    if (after && !before)
      throw new Problem(404, 'Not found', 'The step to follow is not in this inquiry; it may have been deleted.');
    const replaced = this.replacing(`${inquiry.id} ${person.id} ${before?.id ?? ''}`);
    const { signal } = replaced;
    try {
      return await this.after(before, all, inquiry, person, asked, ready, {
        ...options,
        signal: options.signal === null ? signal : AbortSignal.any([options.signal, signal]),
      });
    } catch (error) {
      if (signal.aborted && error instanceof Stopped)
        throw new Problem(
          409,
          'Replaced',
          'You asked something newer after the same step, so this question was stopped.',
        );
      throw error;
    } finally {
      replaced.done();
    }
  }

  /** A newer question of a person after the same step takes the place of the one that still runs. */
  private replacing(place: string): { readonly signal: AbortSignal; done(): void } {
    this.running.get(place)?.abort();
    const controller = new AbortController();
    this.running.set(place, controller);
    return {
      signal: controller.signal,
      done: () => {
        if (this.running.get(place) === controller) this.running.delete(place);
      },
    };
  }

  private async after(
    before: Step | undefined,
    all: readonly Step[],
    inquiry: Inquiry,
    person: Person,
    asked: Asked,
    ready: ReadyModel,
    options: AskOptions,
  ): Promise<{ step: StepView; made: boolean }> {
    const gone = before?.reading ? missingFrom(before.reading, ready.model) : null;
    // an edit may take away what the model does not have any more; words are read anew
    const readingBefore =
      before?.reading && (gone === null || asked.kind === 'edit') ? ready.sight.reading(before.reading) : null;
    const points =
      asked.kind === 'text' && readingBefore !== null && pointsAtAnswer(asked.text)
        ? await this.pointsOf(readingBefore, ready, options)
        : null;
    const understood = await this.understand(asked, readingBefore, ready, before, points, earlierOf(before, all));
    if (asked.kind === 'text')
      await countTermUses(
        this.store,
        termsIn(asked.text, ready.terms).map(({ id }) => id),
        person.id,
      );
    const fresh: readonly Note[] =
      gone === null || asked.kind !== 'text'
        ? []
        : [
            {
              kind: 'assumed',
              text: `The step before cannot be computed any more (${gone.replace(/ Choose .*$/, '')}), so this was read as a new question.`,
            },
          ];
    if (understood.move !== undefined) {
      const target = understood.move === 'first' ? all[0] : all.find((step) => step.id === before?.after);
      if (target) return { step: await this.view(target, ready, options), made: false };
      return this.keep(
        inquiry,
        person,
        before,
        asked,
        {
          outcome: 'unclear',
          reading: readingBefore,
          words: understood.words,
          notes: [{ kind: 'unclear', text: 'This is the first step; there is nothing before it.' }],
        },
        ready,
      );
    }
    if (understood.reading === null)
      return this.keep(
        inquiry,
        person,
        before,
        asked,
        { ...understood, outcome: understood.outcome, reading: readingBefore },
        ready,
      );
    try {
      const looked = await analysed(understood.reading, understood.analysis, ready, (reading) =>
        this.answering.answer(reading, ready, options),
      );
      const answered = await this.answering.answer(looked.reading, ready, options);
      // one who waited along with others is given the answer even where a newer question has come
      if (options.signal?.aborted) throw new Stopped();
      return await this.keep(
        inquiry,
        person,
        before,
        asked,
        {
          ...understood,
          reading: answered.reading,
          outcome: answered.outcome,
          notes: [...fresh, ...understood.notes, ...looked.notes, ...answered.notes],
        },
        ready,
        answered,
      );
    } catch (error) {
      if (!(error instanceof Unanswerable)) throw error;
      return this.keep(
        inquiry,
        person,
        before,
        asked,
        {
          outcome: 'unclear',
          reading: readingBefore,
          words: understood.words,
          notes: [{ kind: 'unclear', text: error.message }],
        },
        ready,
      );
    }
  }

  private async understand(
    asked: Asked,
    before: Reading | null,
    ready: ReadyModel,
    stepBefore: Step | undefined,
    points: Points | null,
    earlier: Reading | null,
  ): Promise<Understood> {
    if (asked.kind === 'reading')
      return { outcome: 'answered', reading: ready.sight.reading(asked.reading), words: [], notes: [] };
    if (asked.kind === 'edit') {
      const base = before ?? EMPTY_READING;
      const edited = applyEdits(base, [...asked.edits, ...movedAlong(asked.edits, base, ready.calendar)], ready.model);
      if (!edited.ok)
        return { outcome: 'unclear', reading: null, words: [], notes: [{ kind: 'unclear', text: edited.reason }] };
      return {
        outcome: 'answered',
        reading: edited.reading,
        words: [],
        notes: edited.notes.map((text) => ({ kind: 'assumed', text })),
      };
    }
    const read = await this.reader.read(
      asked.text,
      ready,
      before,
      points,
      earlier === null ? null : ready.sight.reading(earlier),
    );
    const failed =
      stepBefore?.outcome === 'unclear' || stepBefore?.outcome === 'choose'
        ? { words: recordOf(stepBefore).words, open: stepBefore.outcome === 'choose' }
        : null;
    const mended =
      failed === null || stepBefore === undefined || isWhole(read)
        ? null
        : mendedBy(asked.text, stepBefore.asked, recordOf(stepBefore).words);
    const result = offeredAfterFailure(
      read,
      asked.text,
      failed,
      before !== null,
      mended === null ? null : { by: mended, read: await this.reader.read(mended.text, ready, before, null, null) },
    );
    const chosen = chosenOption(asked.text, pendingOptions(stepBefore, ready));
    if (chosen) return { outcome: 'answered', reading: chosen, words: result.words, notes: [] };
    if (result.outcome === 'move')
      return {
        outcome: 'answered',
        reading: null,
        words: result.words,
        notes: [],
        ...(result.move === undefined ? {} : { move: result.move }),
      };
    return {
      outcome: result.outcome,
      reading: result.reading,
      words: result.words,
      notes: result.notes,
      options: result.options,
      ...(result.analysis === undefined ? {} : { analysis: result.analysis }),
    };
  }

  /** The marked points of the answer before; none where it cannot be computed now. */
  private async pointsOf(reading: Reading, ready: ReadyModel, options: AskOptions): Promise<Points | null> {
    try {
      const { answer } = await this.answering.answer(reading, ready, options);
      return pointsOf(answer, reading, ready.calendar);
    } catch (error) {
      if (error instanceof Unanswerable) return null;
      throw error;
    }
  }

  private async keep(
    inquiry: Inquiry,
    person: Person,
    before: Step | undefined,
    asked: Asked,
    made: {
      outcome: Step['outcome'];
      reading: Reading | null;
      words: readonly WordUse[];
      notes: readonly Note[];
      options?: readonly Option[];
    },
    ready: ReadyModel,
    answered?: Answered,
  ): Promise<{ step: StepView; made: boolean }> {
    const sentenceBefore = before?.reading ? sentenceIn(ready.sight.reading(before.reading), ready) : null;
    const sentence = answered?.sentence ?? null;
    const said =
      asked.kind === 'edit' && made.reading !== null && answered
        ? wordsOfEdits(
            { before: before?.reading ?? null, edits: asked.edits, after: made.reading },
            ready.names,
            ready.calendar,
          )
        : null;
    const record: KeptRecord = {
      sentence,
      change: sentence ? stepChange(sentenceBefore, sentence) : { added: [], removed: [] },
      words: made.words,
      notes: made.notes,
      ...(made.options && made.options.length > 0 ? { options: made.options } : {}),
      ...(answered ? { headline: answered.headline, thumbnail: thumbnailOf(answered.chart) } : {}),
      ...(said === null ? {} : { inWords: said }),
    };
    const text = labelOf(asked, record);
    const row = await addStep(
      this.store,
      inquiry,
      person.id,
      {
        after: before?.id ?? null,
        asked: text,
        outcome: made.outcome,
        reading: made.reading,
        record: record as unknown as Record<string, unknown>,
        dataVersion: answered ? ready.dataVersion : null,
        access: ready.access.key,
      },
      answered ? titleOf(asked, answered) : null,
    );
    return {
      step: {
        ...stepFor(row, viewerOf(ready)),
        ...(answered ? shownOf(answered) : {}),
      },
      made: true,
    };
  }

  /** A step with its answer on today's data, computed with the rights of whoever looks. */
  async view(row: Step, ready: ReadyModel, options: AskOptions): Promise<StepView> {
    const step = stepFor(row, viewerOf(ready));
    if (row.reading === null || (row.outcome !== 'answered' && row.outcome !== 'empty')) return step;
    const kept = step.notes.filter((note) => note.kind !== 'caveat' && note.kind !== 'finding');
    try {
      const answered = await this.answering.answer(row.reading, ready, options);
      return {
        ...step,
        outcome: answered.outcome,
        reading: answered.reading,
        sentence: answered.sentence,
        headline: answered.headline,
        notes: [...kept, ...answered.notes],
        ...shownOf(answered),
      };
    } catch (error) {
      if (!(error instanceof Unanswerable)) throw error;
      return { ...step, outcome: 'unclear', notes: [...kept, { kind: 'unclear', text: error.message }] };
    }
  }
}

/** What of an answer a step shows, computed anew each time. */
const shownOf = ({ answer, chart, working, explanation }: Answered) => ({
  answer,
  chart,
  working,
  ...(explanation === undefined ? {} : { explanation }),
});

const viewerOf = (ready: ReadyModel): Viewer => ({ access: ready.access, ready });

interface Understood {
  readonly outcome: 'answered' | 'choose' | 'unclear';
  readonly reading: Reading | null;
  readonly words: readonly WordUse[];
  readonly notes: readonly Note[];
  readonly options?: readonly Option[];
  readonly move?: 'back' | 'first';
  readonly analysis?: Analysis;
}

/** What was read before the reading of a step, further up its branch; null where nothing else was, or it cannot be used any more. */
function earlierOf(step: Step | undefined, all: readonly Step[]): Reading | null {
  const now = step?.reading ?? null;
  for (let at = step; at !== undefined && at.after !== null;) {
    const { after } = at;
    at = all.find(({ id }) => id === after);
    if (at?.reading && !same(at.reading, now))
      return readingSchema.safeParse(at.reading).success ? currentReading(at.reading) : null;
  }
  return null;
}

/** The options a `choose` still waits to be settled from. */
function pendingOptions(before: Step | undefined, ready: ReadyModel): readonly Option[] {
  const options =
    before?.outcome === 'choose' && seesRecord(before, viewerOf(ready)) ? (recordOf(before).options ?? []) : [];
  return options.flatMap((option) =>
    option.reading === null
      ? [option]
      : readingSchema.safeParse(option.reading).success
        ? [{ ...option, reading: currentReading(option.reading) }]
        : [],
  );
}

/** A bare reply ("the port") settles a choice where it fits one option only. */
function chosenOption(text: string, options: readonly Option[]): Reading | null {
  const words = text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}\s]/gu, ' ')
    .split(/\s+/)
    .filter((word) => word !== '' && !['the', 'a', 'i', 'mean', 'one', 'please'].includes(word));
  if (words.length === 0 || words.length > 4) return null;
  const fitting = options.filter((option) => {
    const label = option.label.toLowerCase();
    return words.every((word) => new RegExp(`(^|[^\\p{L}])${word}($|[^\\p{L}])`, 'u').test(label));
  });
  return fitting.length === 1 ? (fitting[0]?.reading ?? null) : null;
}

/** Words that only say that a question begins anew. */
const FRESH = /^\s*(new|another|different) question\s*[:,–-]\s*(?=\S)/i;

/** What a step is called in the trail: the words asked, or what a manual change put in and took out. */
function labelOf(asked: Asked, record: KeptRecord): string {
  if (asked.kind === 'text') return asked.text.replace(FRESH, '');
  if (record.inWords !== undefined && !FRESH.test(record.inWords)) return record.inWords;
  if (asked.kind === 'reading' && asked.label !== null) return asked.label;
  const { added, removed } = record.change;
  if (added.length > 0) return added.map((phrase) => phrase.text).join(', ');
  if (removed.length > 0) return `without ${removed.map((phrase) => phrase.text).join(', ')}`;
  return record.sentence?.text ?? 'a change';
}

function titleOf(asked: Asked, answered: Answered): string {
  const text = asked.kind === 'text' ? asked.text.replace(FRESH, '') : answered.sentence.text;
  const title = text.trim().replace(/[?.!]+$/, '');
  return title.charAt(0).toUpperCase() + title.slice(1, 90);
}

const THUMBNAIL_POINTS = 24;

/** Charts whose marks stand at two coordinates, which a thumbnail of them has as two lists. */
const PLACED: ReadonlySet<string> = new Set(['map', 'scatter', 'bubble']);

/** A few numbers of each series, enough for a picture the size of a thumbnail. */
export function thumbnailOf(chart: ChartDescription): Thumbnail {
  const [points] = chart.series;
  if (PLACED.has(chart.kind) && points !== undefined) {
    const some = points.points.slice(0, THUMBNAIL_POINTS);
    return { kind: chart.kind, series: [some.map((point) => point.x), some.map((point) => point.y)] };
  }
  const values = chart.series.filter((series) => series.style === 'value' || series.style === 'rest').slice(0, 5);
  return {
    kind: chart.kind,
    series: values.map((series) => {
      const step = Math.max(1, Math.ceil(series.points.length / THUMBNAIL_POINTS));
      return series.points.filter((_point, index) => index % step === 0).map((point) => point.y);
    }),
  };
}
