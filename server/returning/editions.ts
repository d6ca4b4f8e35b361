/** Editions: a briefing computed for everyone who gets it, each by their own rights, kept, and sent once. */
import { createHash } from 'node:crypto';
import type { BriefingPage, EditionPage } from '@zud/core/contract/briefings';
import { isOutside, type Receiver } from '@zud/core/contract/messages';
import type { Person } from '../store/people';
import { peopleAmong } from '../store/alerts';
import {
  addEdition,
  briefingById,
  pauseBriefing,
  readablePages,
  viewBefore,
  type BriefingRow,
} from '../store/briefings';
import { personById } from '../store/people';
import { putOut } from '../store/outbox';
import { ModelNotAsked } from '../asking/model-fault';
import { editionPages, type PageMaking } from './edition-pages';
import { afterQuiet } from './quiet';
import { wordsOfWhoLeft } from './sides';
import type { Looking } from './looking';

/** Somebody who reads; guests have no id. */
type Reader = Pick<Person, 'id' | 'groups'>;

/** What a person sees of the models of some pages: people of whom it is the same see the same edition. */
export async function accessOf(
  pages: readonly BriefingPage[],
  person: Reader,
  { library }: Pick<Looking, 'library'>,
): Promise<string> {
  const models = [...new Set(pages.flatMap(({ modelId }) => (modelId === null ? [] : [modelId])))].sort();
  const keys = await Promise.all(
    models.map(async (id) => {
      try {
        return `${id}:${(await library.get(id, person)).access.key}`;
      } catch (error) {
        if (error instanceof ModelNotAsked) return `${id}:?`;
        throw error;
      }
    }),
  );
  return createHash('sha256').update(JSON.stringify(keys)).digest('base64url').slice(0, 22);
}

/** The pages as a person sees them now. */
export async function pagesAsSeen(
  pages: readonly BriefingPage[],
  before: readonly EditionPage[] | null,
  person: Reader,
  { library, answering, timeLimit }: Pick<Looking, 'library' | 'answering' | 'timeLimit'>,
  signal: AbortSignal | null = null,
): Promise<EditionPage[]> {
  const text = await library.textFor(person);
  const making: PageMaking = {
    answering,
    options: { signal, limits: { time: timeLimit }, person: person.id },
    model: (id) => library.get(id, person),
    text,
  };
  return editionPages(readablePages(pages), before, making);
}

/**
 * Makes an edition.
 * @param run what makes it come out; the same run comes out once
 * @returns its number; null where it came out already, or the briefing is gone or paused
 */
export async function makeEdition(
  briefingId: string,
  run: string,
  by: string | null,
  looking: Looking,
): Promise<number | null> {
  const { store, clock } = looking;
  const briefing = await briefingById(store, briefingId);
  if (briefing === null || (briefing.paused !== null && by === null)) return null;
  const owner = await personById(store, briefing.ownerId);
  if (owner === null) {
    await pauseBriefing(store, briefing.id, 'Its owner is not here any more.', clock.now());
    return null;
  }
  const people = await peopleAmong(store, briefing.receivers);
  const views = new Map<string, readonly EditionPage[]>();
  for (const person of [owner, ...people]) {
    const access = await accessOf(briefing.pages, person, looking);
    if (views.has(access)) continue;
    const before = await viewBefore(store, briefingId, briefing.editionsMade + 1, access);
    views.set(access, await pagesAsSeen(briefing.pages, before, person, looking));
  }
  const now = clock.now();
  const left = { ...briefing, path: `/briefings/${briefing.id}`, name: `“${briefing.title}”` };
  const leavers = await wordsOfWhoLeft(store, left, now);
  const receivers: Receiver[] = [
    ...people.map(({ id }) => ({ kind: 'person' as const, id })),
    ...briefing.receivers.filter(isOutside),
  ];
  return store.transaction(async (kept) => {
    const number = await addEdition(kept, briefing, run, by, views, now);
    if (number === null) return null;
    await putOut(
      kept,
      receivers.map((receiver) => ({
        key: `briefing ${briefingId} ${number}`,
        receiver,
        ownerId: briefing.ownerId,
        about: { kind: 'edition', briefingId, number },
        dueAt: afterQuiet(now, briefing.quiet),
      })),
      now,
    );
    await putOut(
      kept,
      faultNotice(briefing, number, views.get(await accessOf(briefing.pages, owner, looking)) ?? [], now),
      now,
    );
    await putOut(kept, leavers, now);
    return number;
  });
}

/** Where pages cannot be computed any more, the owner is told, once for what is at fault. */
function faultNotice(
  briefing: BriefingRow,
  number: number,
  pages: readonly EditionPage[],
  now: Date,
): Parameters<typeof putOut>[1] {
  const faults = pages.filter(({ left, sentence, kind }) => left !== null && sentence === null && kind === 'answer');
  if (faults.length === 0) return [];
  const key = createHash('sha256')
    .update(JSON.stringify(faults.map(({ of, left }) => [of, left])))
    .digest('base64url')
    .slice(0, 16);
  return [
    {
      key: `briefing at fault ${briefing.id} ${key}`,
      receiver: { kind: 'person', id: briefing.ownerId },
      ownerId: briefing.ownerId,
      about: {
        kind: 'notice',
        subject: `Pages of “${briefing.title}” cannot be computed`,
        text: `Edition ${number} came out without ${faults.map(({ title }) => (title === '' ? 'a page' : `“${title}”`)).join(', ')}: ${faults[0]?.left ?? ''} Change or remove ${faults.length === 1 ? 'that page' : 'these pages'}; the others are whole.`,
        path: `/briefings/${briefing.id}`,
      },
      dueAt: now,
    },
  ];
}
