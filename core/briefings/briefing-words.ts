/**
 * Briefings in words: "brief me on passengers by coast every Monday at 6", "… for each of the top 5 routes by cancellations: the trend and
 * what moved", "… only if anything is unusual". The questions in them are read by the language like any other.
 */
import type { AlertLook } from '../alerts/alert';
import { BRIEFING_LEAD, withoutEnd } from '../alerts/lead';
import type { BriefingPage } from '../contract/briefings';
import { read, type ReadContext } from '../language/read';
import { namingOf } from '../language/naming';
import type { Calculation } from '../model/calculation';
import { EMPTY_READING, type Reading } from '../reading/schema';
import { calculationWords, capitalised, inSentence, levelPluralWords } from '../reading/words';
import { scheduleIn } from '../schedule/schedule-words';

export interface SaidBriefing {
  readonly title: string;
  readonly pages: readonly BriefingPage[];
  /** Null: nothing was said, so by hand. */
  readonly look: AlertLook | null;
  /** Names of people besides whoever says it. */
  readonly who: readonly string[];
  readonly addresses: readonly string[];
  readonly notes: readonly string[];
}
export type BriefingRead =
  { readonly ok: true; readonly briefing: SaidBriefing } | { readonly ok: false; readonly reason: string };

const DATA =
  /[,;]?\s*(?:whenever|when|each time|every time|as soon as)\s+(?:new |fresh )?data (?:arrives?|comes? in|is loaded|are loaded)$/i;
const MAIL = /[,;]?\s*(?:by|via|over|per)\s+(?:e-?mail|mail)(?:\s+to\s+(?<to>.+))?$/i;
const ONLY: readonly (readonly [RegExp, BriefingPage['only']])[] = [
  [
    /[,;]?\s*(?:but\s+)?only\s+(?:if|when|where)\s+(?:anything|something|any of it|it|there)\s+(?:is|are|looks?)\s*(?:anything\s+)?(?:unusual|out of the ordinary|odd|strange|noteworthy|remarkable)$/i,
    'unusual',
  ],
  [
    /[,;]?\s*(?:but\s+)?only\s+(?:if|when|where)\s+(?:anything|something|it|they|the figures?|the numbers?)\s+(?:has |have )?(?:changed|changes|moved|moves|is new)$/i,
    'changed',
  ],
  [
    /[,;]?\s*(?:but\s+)?only\s+(?:if|when|where)\s+there\s+(?:is|are)\s+(?:anything|something|any|some)(?:\s+(?:to tell|to show|data|records|figures))?$/i,
    'figures',
  ],
];
const EACH = /^for\s+(?:each|every|all)(?:\s+(?:one\s+)?of)?\s+(?:the\s+)?(?<members>.+?)\s*[:,]\s*(?<pages>.+)$/i;
const TREND = /^(?:the\s+|its\s+)?(?:trend|line|development|course|curve|run|history)$/i;
const MOVED =
  /^(?:the\s+)?(?:what (?:moved|drove|changed|caused|is behind)(?: it)?|why|reasons?|causes?|drivers?|what it was)$/i;
const FINDINGS =
  /^(?:the\s+)?(?:what is (?:unusual|worth a look|new|odd)|what['’]s (?:unusual|worth a look|new|odd)|findings|anything unusual|what stands out|what is worth a look)$/i;
const USUAL_COUNT = 5;

/**
 * @param now the first day of a schedule; @param zone the reader's
 * @param idOf ids of pages, each time another
 */
export function readBriefing(
  text: string,
  context: ReadContext,
  now: Date,
  zone: string,
  idOf: () => string,
): BriefingRead {
  const lead = BRIEFING_LEAD.exec(withoutEnd(text))?.groups;
  if (lead === undefined)
    return {
      ok: false,
      reason: 'Say what it is to be on, for example “brief me on <a figure> by <a level> every Monday at 6”.',
    };
  const ends = withoutEnds(lead['rest'] ?? '', now, zone);
  const found = pagesIn(ends.rest, context, idOf);
  if (!found.ok) return found;
  const who = namesIn(lead['who'] ?? lead['who2'] ?? '').concat(ends.names);
  const [first] = found.pages;
  return {
    ok: true,
    briefing: {
      title: first?.title ?? capitalised(ends.rest).slice(0, 120),
      pages: found.pages,
      look: ends.look,
      who,
      addresses: ends.addresses,
      notes: [...ends.notes, ...found.notes],
    },
  };
}

/** Pages of words that stand alone: what is added to a briefing. */
export function pagesIn(
  text: string,
  context: ReadContext,
  idOf: () => string,
):
  | { readonly ok: true; readonly pages: readonly BriefingPage[]; readonly notes: readonly string[] }
  | { readonly ok: false; readonly reason: string } {
  const pages: BriefingPage[] = [];
  const notes: string[] = [];
  for (const clause of text.split(/\s*;\s*|\s*,?\s+and then\s+/i).filter((one) => one !== '')) {
    const { rest, only } = withoutOnly(clause);
    const each = EACH.exec(rest)?.groups;
    const made =
      each === undefined
        ? pageOf(rest, only, context, idOf)
        : eachPages(each['members'] ?? '', each['pages'] ?? '', only, context, idOf);
    if (!made.ok) return made;
    pages.push(...made.pages);
    notes.push(...made.notes);
  }
  return pages.length === 0 ? { ok: false, reason: 'Say what it is to be on.' } : { ok: true, pages, notes };
}

type Pages =
  | { readonly ok: true; readonly pages: BriefingPage[]; readonly notes: string[] }
  | { readonly ok: false; readonly reason: string };

function pageOf(text: string, only: BriefingPage['only'], context: ReadContext, idOf: () => string): Pages {
  const blank = {
    id: idOf(),
    title: null,
    modelId: context.names.model.id,
    reading: null,
    words: null,
    only,
    each: null,
  };
  if (FINDINGS.test(text))
    return {
      ok: true,
      pages: [{ ...blank, kind: 'findings', title: 'What is unusual', only: only === 'always' ? 'unusual' : only }],
      notes: [],
    };
  const asked = questionOf(text, context);
  if (!asked.ok) return asked;
  return {
    ok: true,
    pages: [{ ...blank, kind: 'answer', title: capitalised(text), reading: asked.reading }],
    notes: asked.notes,
  };
}

/** "for each of the top 5 routes by cancellations: the trend and what moved" */
function eachPages(
  members: string,
  inner: string,
  only: BriefingPage['only'],
  context: ReadContext,
  idOf: () => string,
): Pages {
  const chosen = questionOf(
    /^(?:top|bottom|worst|best|\d)/i.test(members) ? members : `top ${USUAL_COUNT} ${members}`,
    context,
  );
  if (!chosen.ok) return chosen;
  const { rank, shown, where, when } = chosen.reading;
  const [first] = shown;
  if (rank === null || rank.of.kind !== 'level' || first === undefined)
    return {
      ok: false,
      reason: `Which members “${members}” are is not understood. Say for example “the top 5 <members> by <a figure>”.`,
    };
  const by: Calculation = rank.by ?? first.calculation;
  const each = { level: rank.of.level, count: Math.min(20, rank.count), direction: rank.direction, by };
  const naming = namingOf(context.names);
  const name = capitalised(calculationWords(naming, by));
  const scope: Reading = { ...EMPTY_READING, shown: [{ calculation: by, transform: null }], where };
  const pages: BriefingPage[] = [];
  const notes = [...chosen.notes];
  for (const one of inner.split(/\s*,\s*(?:and\s+)?|\s+and\s+/i).filter((word) => word !== '')) {
    const blank = { id: idOf(), kind: 'answer' as const, modelId: context.names.model.id, words: null, only, each };
    if (TREND.test(one))
      pages.push({ ...blank, title: name, reading: { ...scope, by: [{ kind: 'time', grain: 'month' }], when } });
    else if (MOVED.test(one))
      pages.push({
        ...blank,
        title: `What moved ${inSentence(name)}`,
        reading: {
          ...scope,
          when: when ?? { period: { kind: 'last', grain: 'month' } },
          against: { kind: 'previous' },
          explain: { asked: 'moved' },
        },
      });
    else {
      const asked = questionOf(one, context);
      if (!asked.ok) return asked;
      notes.push(...asked.notes);
      pages.push({ ...blank, title: capitalised(one), reading: asked.reading });
    }
  }
  if (pages.length === 0)
    return { ok: false, reason: `Say what is to be shown of each of ${levelPluralWords(naming, each.level)}.` };
  return { ok: true, pages, notes };
}

function questionOf(
  text: string,
  context: ReadContext,
):
  | { readonly ok: true; readonly reading: Reading; readonly notes: string[] }
  | { readonly ok: false; readonly reason: string } {
  const result = read(text, { ...context, before: null });
  if (result.outcome === 'answered' && result.reading !== null)
    return {
      ok: true,
      reading: result.reading,
      notes: result.notes.filter(({ kind }) => kind === 'assumed').map((note) => note.text),
    };
  const said = result.notes.find(({ kind }) => kind === 'unclear')?.text ?? 'It may mean several things.';
  return { ok: false, reason: `“${text}”: ${said}` };
}

function withoutOnly(text: string): { rest: string; only: BriefingPage['only'] } {
  for (const [form, only] of ONLY) {
    const found = form.exec(text);
    if (found !== null) return { rest: text.slice(0, found.index).trim(), only };
  }
  return { rest: text.trim(), only: 'always' };
}

interface Ends {
  readonly rest: string;
  readonly look: AlertLook | null;
  readonly names: string[];
  readonly addresses: string[];
  readonly notes: string[];
}

/** When it comes out and by what way, at the end of the words or at their beginning, in any order. */
function withoutEnds(text: string, now: Date, zone: string): Ends {
  let rest = text.trim();
  let look: AlertLook | null = null;
  const names: string[] = [];
  const addresses: string[] = [];
  const notes: string[] = [];
  for (let changed = true; changed;) {
    changed = false;
    const mail = MAIL.exec(rest);
    if (mail !== null) {
      for (const one of (mail.groups?.['to'] ?? '').split(/\s*,\s*(?:and\s+)?|\s+and\s+/).filter((word) => word !== ''))
        if (/^\S+@\S+\.\S+$/.test(one)) addresses.push(one);
        else names.push(...namesIn(one));
      rest = rest.slice(0, mail.index).trim();
      changed = true;
    }
    const data = DATA.exec(rest);
    if (data !== null) {
      look = 'data';
      rest = rest.slice(0, data.index).trim();
      changed = true;
    }
    const words = rest.split(' ');
    for (let from = 1; from < words.length && !changed; from += 1) {
      const found = scheduleIn(
        words
          .slice(from)
          .join(' ')
          .replace(/^[,;]\s*/, ''),
        now,
        zone,
      );
      if (found === null) continue;
      look = found.schedule;
      if (found.assumed) notes.push(`No time was said, so it comes out at ${found.schedule.start.slice(11)}.`);
      rest = words.slice(0, from).join(' ').replace(/[,;]$/, '');
      changed = true;
    }
  }
  return { rest, look, names, addresses, notes };
}

const namesIn = (text: string): string[] =>
  text
    .split(/\s*,\s*(?:and\s+)?|\s+and\s+|\s*&\s*/)
    .map((name) => name.trim())
    .filter((name) => name !== '' && !/^(?:me|us|myself|a|an|the)$/i.test(name));
