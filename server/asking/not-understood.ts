/** Words that were asked of a model and not understood: how often, in which questions, and what was asked in their place. */
import { sql } from 'drizzle-orm';
import type { NotUnderstood } from '@zud/core/contract/terms';
import { BUILDING_WORDS } from '@zud/core/language/grammar/grammar';
import { missingFrom } from '@zud/core/reading/references';
import { tokenise } from '@zud/core/language/tokens';
import type { WordUse } from '@zud/core/language/read';
import type { Store } from '../store/database';
import type { Reader } from './reader';
import type { ReadyModel } from './ready-model';
import { readingIn } from './saved-questions';

const DAYS = 90;
const MOST_STEPS = 5000;
const MOST_TOLD = 40;
const MOST_QUESTIONS = 3;

interface Failed {
  readonly asked: string;
  readonly person: string;
  readonly words: readonly WordUse[];
  /** The reading that it followed. */
  readonly before: unknown;
  /** What the same person asked next after the same step, where it was understood. */
  readonly retried: string | null;
}

/** Without names of people. Those that are understood by now are left out. */
export async function notUnderstoodOf(
  store: Store,
  ready: ReadyModel,
  reader: Reader,
  now: Date,
): Promise<NotUnderstood[]> {
  const since = new Date(now.getTime() - DAYS * 86_400_000);
  const { rows } = await store.execute<{
    asked: string;
    person: string;
    words: readonly WordUse[];
    before: unknown;
    retried: string | null;
  }>(sql`
    select steps.asked, steps.by::text as person, steps.record->'words' as words, previous.reading as before,
      (select later.asked from steps later where later.inquiry_id = steps.inquiry_id and later.by = steps.by and later.at > steps.at
         and later.outcome = 'answered' and later.deleted_at is null order by later.at limit 1) as retried
    from steps join inquiries on inquiries.id = steps.inquiry_id left join steps previous on previous.id = steps.after
    where inquiries.model_id = ${ready.model.id} and steps.outcome = 'unclear' and steps.at >= ${since.toISOString()}
    order by steps.at desc limit ${MOST_STEPS}`);
  const groups = new Map<string, Failed[]>();
  for (const row of rows)
    for (const words of unknownIn(row).filter((one) => !one.split(' ').every((word) => BUILDING_WORDS.has(word))))
      groups.set(words, [...(groups.get(words) ?? []), row]);
  const ranked = [...groups].sort((a, b) => b[1].length - a[1].length || (a[0] < b[0] ? -1 : 1));
  const told: NotUnderstood[] = [];
  for (const [words, failed] of ranked) {
    if (told.length >= MOST_TOLD) break;
    const [latest] = failed;
    if (latest === undefined) continue;
    const before = readingIn(latest.before);
    const again = await reader.read(
      latest.asked,
      ready,
      before === null || missingFrom(before, ready.model) !== null ? null : ready.sight.reading(before),
    );
    const still = again.words.filter(({ use }) => use === 'unresolved').map(({ text }) => text.toLowerCase());
    if (!words.split(' ').some((word) => still.some((one) => one.split(' ').includes(word)))) continue;
    const proposed = failed.map(({ asked, retried }) => putInPlace(asked, retried)).find((one) => one !== null) ?? null;
    told.push({
      words: ready.sight.text(words),
      times: failed.length,
      people: new Set(failed.map(({ person }) => person)).size,
      questions: [...new Set(failed.map(({ asked }) => ready.sight.text(asked)))].slice(0, MOST_QUESTIONS),
      near: again.options.map(({ label }) => label).slice(0, MOST_QUESTIONS),
      means: proposed === null ? null : ready.sight.text(proposed),
    });
  }
  return told;
}

/** Stretches of words that were not understood, those beside one another together. */
export function unknownIn({ asked, words }: Pick<Failed, 'asked' | 'words'>): string[] {
  const found: { words: string; end: number }[] = [];
  for (const word of words.filter(({ use }) => use === 'unresolved').sort((a, b) => a.start - b.start)) {
    const last = found.at(-1);
    if (last !== undefined && asked.slice(last.end, word.start).trim() === '') {
      last.words += ` ${word.text.toLowerCase()}`;
      last.end = word.end;
    } else found.push({ words: word.text.toLowerCase(), end: word.end });
  }
  return [...new Set(found.map((one) => one.words))];
}

/**
 * What stands in the second question in the place of what differs in the first; null where they have too little in common.
 * @example putInPlace('revenue by snug routes', 'revenue by routes under 45 minutes') // 'routes under 45 minutes'
 */
export function putInPlace(first: string, second: string | null): string | null {
  if (second === null) return null;
  const [a, b] = [tokenise(first), tokenise(second)];
  let head = 0;
  while (head < Math.min(a.length, b.length) && a[head]?.word === b[head]?.word) head += 1;
  let tail = 0;
  while (tail < Math.min(a.length, b.length) - head && a[a.length - 1 - tail]?.word === b[b.length - 1 - tail]?.word)
    tail += 1;
  const [from, to] = [b[head], b[b.length - 1 - tail]];
  if (head + tail === 0 || head + tail >= a.length || from === undefined || to === undefined || to.end < from.start)
    return null;
  return second.slice(from.start, to.end);
}
