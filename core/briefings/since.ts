/** What changed between two editions of a briefing, as the same people see them, in sentences. */
import type { EditionPage } from '../contract/briefings';
import { listWords } from '../reading/words';

/** Pages that are named of those that came or went. */
const NAMED = 4;

export function changedSince(now: readonly EditionPage[], before: readonly EditionPage[]): string[] {
  const earlier = new Map(before.map((page) => [page.id, page]));
  const told: string[] = [];
  for (const page of now) {
    const was = earlier.get(page.id);
    if (page.left !== null || was === undefined || was.left !== null) continue;
    for (const figure of page.figures) {
      const there = was.figures.find(({ label }) => label === figure.label);
      if (there !== undefined && there.text !== figure.text)
        told.push(`${about(page)}${figure.label} from ${there.text} to ${figure.text}.`);
    }
    if (page.figures.length === 0 && page.headline !== null && page.headline !== was.headline)
      told.push(`“${page.title}”: ${page.headline}.`);
    const fresh = page.kind === 'findings' ? page.texts.filter((text) => !was.texts.includes(text)) : [];
    if (fresh.length > 0) told.push(`New among what is unusual: ${fresh.join(' ')}`);
  }
  const shown = (pages: readonly EditionPage[]) =>
    new Set(pages.filter(({ left }) => left === null).map(({ id }) => id));
  const [here, there] = [shown(now), shown(before)];
  const came = now.filter(({ id }) => here.has(id) && !there.has(id));
  const went = before.filter(({ id }) => there.has(id) && !here.has(id));
  if (came.length > 0) told.push(`${names(came)} ${came.length === 1 ? 'is' : 'are'} new.`);
  if (went.length > 0) told.push(`${names(went)} ${went.length === 1 ? 'is' : 'are'} not in it any more.`);
  return told;
}

const about = ({ title, figures }: EditionPage): string => (figures.length > 1 ? '' : `${title}: `);

const names = (pages: readonly EditionPage[]): string =>
  `${listWords(
    pages.slice(0, NAMED).map(({ title }) => `“${title}”`),
    'and',
  )}${pages.length > NAMED ? ` and ${pages.length - NAMED} more` : ''}`;
