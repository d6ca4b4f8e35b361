/** The pages of an edition, computed with somebody's rights: what each says, which are repeated for whom, and which are left out and why. */
import type { BriefingPage, EditionPage } from '@zud/core/contract/briefings';
import { movementOf } from '@zud/core/format/movement';
import { formatCell } from '@zud/core/format/format';
import { missingFrom } from '@zud/core/reading/references';
import { EMPTY_READING, type Reading } from '@zud/core/reading/schema';
import { calculationWords, capitalised, levelPluralWords, listWords } from '@zud/core/reading/words';
import type { Answered } from '../asking/answered';
import type { Answering, AskOptions } from '../asking/answering';
import { ModelNotAsked } from '../asking/model-fault';
import type { ReadyModel } from '../asking/ready-model';
import { Unanswerable } from '../asking/unanswerable';
import { findingsOfModel } from '../asking/explaining/model-findings';
import { isMeasure } from '@zud/core/model/calculation';

/** Findings of a page. */
const MOST_FINDINGS = 5;
const MOST_TEXTS = 5;
const UNCHANGED = 'nothing changed';
/** Rows of an answer that are kept with the edition; of more, the figures are computed anew where they are looked at. */
const MOST_KEPT_ROWS = 2000;

export interface PageMaking {
  readonly answering: Answering;
  readonly options: AskOptions;
  /** @throws ModelNotAsked, Problem 404 */
  model(id: string): Promise<ReadyModel>;
  /** A text as its reader may read it. */
  text(words: string): string;
}

/** @param before the edition before as the same people saw it, for pages that are there only where something changed */
export async function editionPages(
  pages: readonly BriefingPage[],
  before: readonly EditionPage[] | null,
  making: PageMaking,
): Promise<EditionPage[]> {
  const made: EditionPage[] = [];
  for (const run of runsForTheSame(pages)) {
    const lists: EditionPage[][] = [];
    for (const page of run)
      lists.push(
        (await pagesFor(page, run[0]?.reading ?? page.reading, making)).map((one) => judged(one, page, before)),
      );
    made.push(...memberByMember(lists));
  }
  return made;
}

/** Pages beside one another that are repeated for the same members: what is told of a member stays together. */
function runsForTheSame(pages: readonly BriefingPage[]): BriefingPage[][] {
  const whom = ({ each, modelId }: BriefingPage) => (each === null ? null : JSON.stringify([modelId, each]));
  const runs: BriefingPage[][] = [];
  for (const page of pages) {
    const [last] = runs.at(-1) ?? [];
    if (last !== undefined && whom(last) !== null && whom(last) === whom(page)) runs.at(-1)?.push(page);
    else runs.push([page]);
  }
  return runs;
}

/** In the order of the first page's members; a member that only a later page has comes after them. */
function memberByMember(lists: readonly EditionPage[][]): EditionPage[] {
  const ofMember = new Map<string, EditionPage[]>();
  for (const page of lists.flat()) {
    const member = page.id.slice(page.of.length);
    ofMember.set(member, [...(ofMember.get(member) ?? []), page]);
  }
  return [...ofMember.values()].flat();
}

const blankOf = (page: BriefingPage, making: PageMaking): EditionPage => ({
  id: page.id,
  of: page.id,
  title: making.text(page.title ?? ''),
  kind: page.kind,
  modelId: page.modelId,
  reading: null,
  sentence: null,
  headline: null,
  words: null,
  texts: [],
  figures: [],
  answer: null,
  chart: null,
  notes: [],
  dataVersion: null,
  left: null,
  condition: 'always',
});

/** @param among what the members that a page is repeated for are chosen among: what the first page of its run asks */
async function pagesFor(page: BriefingPage, among: Reading | null, making: PageMaking): Promise<EditionPage[]> {
  const blank = { ...blankOf(page, making), condition: page.only === 'always' ? 'always' : CONDITIONS[page.only] };
  if (page.kind === 'text')
    return [{ ...blank, words: making.text(page.words ?? ''), title: blank.title === '' ? 'Words' : blank.title }];
  try {
    if (page.modelId === null) return [{ ...blank, left: 'It names no model.' }];
    const ready = await making.model(page.modelId);
    if (page.kind === 'findings') return [await findingsPage(page, blank, ready, making)];
    if (page.reading === null) return [{ ...blank, left: 'What it asked can no longer be read.' }];
    const missing = missingFrom(page.reading, ready.model);
    if (missing !== null) return [{ ...blank, left: missing }];
    if (page.each === null) return [await answerPage(blank, page.reading, ready, making)];
    return await eachPages(page, page.reading, among ?? page.reading, blank, ready, making);
  } catch (error) {
    if (error instanceof Unanswerable || error instanceof ModelNotAsked) return [{ ...blank, left: error.message }];
    throw error;
  }
}

const CONDITIONS = {
  figures: 'only if there are figures',
  unusual: 'only if there is something',
  changed: 'only if it changed',
} as const;

/** A page for each of the members that rank first now. */
async function eachPages(
  page: BriefingPage,
  reading: Reading,
  among: Reading,
  blank: EditionPage,
  ready: ReadyModel,
  making: PageMaking,
): Promise<EditionPage[]> {
  const { each } = page;
  if (each === null) return [];
  const ranked = await making.answering.answer(
    {
      ...EMPTY_READING,
      shown: [{ calculation: each.by, transform: null }],
      by: [{ kind: 'level', level: each.level }],
      where: among.where,
      when: among.when,
      rank: {
        direction: each.direction,
        count: each.count,
        percent: false,
        of: { kind: 'level', level: each.level },
        by: null,
        within: null,
        others: false,
        marked: false,
      },
    },
    ready,
    making.options,
  );
  const at = ranked.answer.columns.findIndex((column) => column.role === 'level');
  const members = ranked.answer.rows.map((row) => String(row[at])).slice(0, each.count);
  const which = `one page for each of the ${each.count} ${levelPluralWords(ready.naming, each.level)} with the ${each.direction === 'top' ? 'most' : 'least'} ${calculationWords(ready.naming, each.by)}`;
  if (members.length === 0) return [{ ...blank, condition: which, left: 'No member has figures.' }];
  const made: EditionPage[] = [];
  for (const member of members) {
    const own: Reading = {
      ...reading,
      where: [...reading.where, { kind: 'members', level: each.level, is: true, members: [member] }],
    };
    const title = `${blank.title === '' ? capitalised(calculationWords(ready.naming, each.by)) : blank.title}: ${member}`;
    const one = { ...blank, id: `${page.id}/${member}`, title, condition: made.length === 0 ? which : '' };
    made.push(
      await answerPage(one, own, ready, making).catch((error: unknown) => {
        if (error instanceof Unanswerable) return { ...one, left: error.message };
        throw error;
      }),
    );
  }
  return made;
}

async function answerPage(
  blank: EditionPage,
  reading: Reading,
  ready: ReadyModel,
  { answering, options }: PageMaking,
): Promise<EditionPage> {
  const answered = await answering.answer(reading, ready, options);
  const { answer, chart, explanation } = answered;
  const kept = answer.rows.length <= MOST_KEPT_ROWS;
  return {
    ...blank,
    title: blank.title === '' ? answered.plainHeadline : blank.title,
    reading: answered.reading,
    sentence: answered.sentence,
    headline: answered.outcome === 'empty' ? null : answered.headline,
    texts: textsOf(answered),
    figures: figuresOf(answered),
    answer: kept ? answer : null,
    chart: kept ? chart : null,
    notes: answered.notes.filter(({ kind }) => kind !== 'unclear'),
    dataVersion: ready.dataVersion,
    left:
      answered.outcome === 'empty'
        ? (answered.notes.find(({ kind }) => kind === 'caveat')?.text ?? 'There are no data.')
        : null,
    ...(explanation === undefined ? {} : { headline: explanation.verdict }),
  };
}

/** What is said beneath the picture: the parts of an explanation, or what stands out. */
function textsOf({ explanation, notes }: Answered): string[] {
  const said =
    explanation === undefined
      ? notes.filter(({ kind }) => kind === 'finding').map(({ text }) => text)
      : explanation.parts.map(({ text }) => text);
  return said.slice(0, MOST_TEXTS);
}

/** The figures of an answer of one row, large. */
function figuresOf({ answer, explanation }: Answered): EditionPage['figures'] {
  const [row] = answer.rows;
  if (row === undefined || answer.rows.length !== 1 || explanation !== undefined) return [];
  return answer.columns.flatMap((column, at) => {
    const value = row[at];
    if (column.role !== 'measure' || (column.as !== undefined && column.as !== 'value') || typeof value !== 'number')
      return [];
    const moved = movementOf(answer.columns, column);
    const by = row[moved.at];
    const change = typeof by === 'number' ? `${by < 0 ? '−' : '+'}${moved.size(Math.abs(by))}` : null;
    return [{ label: column.label, text: formatCell(value, column), value, change }];
  });
}

async function findingsPage(
  page: BriefingPage,
  blank: EditionPage,
  ready: ReadyModel,
  { answering, options }: PageMaking,
): Promise<EditionPage> {
  const measures =
    page.reading?.shown.flatMap(({ calculation }) => (isMeasure(calculation) ? [calculation.measure] : [])) ?? [];
  const { findings } = await findingsOfModel(
    {
      where: page.reading === null ? [] : ready.sight.reading(page.reading).where,
      measures: measures.length === 0 ? null : measures,
    },
    MOST_FINDINGS,
    ready,
    answering.looks(ready, options),
  );
  return {
    ...blank,
    title: blank.title === '' ? 'What is unusual' : blank.title,
    headline:
      findings.length === 0
        ? null
        : listWords(
            findings.slice(0, 2).map(({ title }) => title),
            'and',
          ),
    reading: findings[0]?.reading ?? null,
    texts: findings.map(({ title, text }) => `${title}. ${text}`),
    dataVersion: ready.dataVersion,
    left: findings.length === 0 ? 'nothing to tell' : null,
  };
}

/** Whether a page is in the edition, by its condition. */
function judged(made: EditionPage, { only }: BriefingPage, before: readonly EditionPage[] | null): EditionPage {
  if (made.left !== null || only === 'always' || only === 'figures') return made;
  if (only === 'unusual') {
    const said =
      made.kind === 'findings'
        ? made.texts.length > 0
        : made.texts.length > 0 || made.notes.some(({ kind }) => kind === 'finding');
    return said ? made : { ...made, left: 'nothing to tell' };
  }
  const was = before?.find(({ id }) => id === made.id);
  const same =
    was !== undefined &&
    (was.left === null || was.left === UNCHANGED) &&
    JSON.stringify([was.answer?.rows, was.texts]) === JSON.stringify([made.answer?.rows, made.texts]);
  return same ? { ...made, left: UNCHANGED } : made;
}
