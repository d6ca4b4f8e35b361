/** What a step without an answer is called, and what it offers. */
import type { Option } from '@zud/core/language/read';
import type { Step } from '../app/api';

/**
 * A question of which a word is unknown was not understood; one that was, but that the model cannot answer, was not computed.
 *
 *     unansweredWords({ outcome: 'choose', words: [] }) // { title: 'Which do you mean?', label: 'a choice is open' }
 */
export function unansweredWords({ outcome, words }: Pick<Step, 'outcome' | 'words'>): {
  readonly title: string;
  readonly label: string;
} {
  if (outcome === 'choose') return { title: 'Which do you mean?', label: 'a choice is open' };
  const unknown = words.filter((word) => word.use === 'unresolved');
  if (unknown.length === 0) return { title: 'Not computed', label: 'not computed' };
  return unknown.length === 1
    ? { title: `One word is open: “${unknown[0]?.text ?? ''}”`, label: 'one word open' }
    : { title: 'Not understood', label: 'not understood' };
}

/** What can be taken as it stands, by one key each, and names to put in the place of a word. */
export function offersOf(options: readonly Option[]): {
  readonly readings: readonly Option[];
  readonly names: readonly Option[];
} {
  return {
    readings: options.filter((one) => one.reading !== null),
    names: options.filter((one) => one.reading === null),
  };
}

/** The offer that a key takes, as long as the question stands in the line as it was asked; null for any other key. */
export function offerOfKey(
  key: string,
  line: string,
  step: Pick<Step, 'asked' | 'outcome'> & { readonly options?: readonly Option[] | undefined },
): Option | null {
  const waits =
    (step.outcome === 'unclear' || step.outcome === 'choose') && ['', step.asked.trim()].includes(line.trim());
  return waits && /^[1-9]$/.test(key) ? (offersOf(step.options ?? []).readings[Number(key) - 1] ?? null) : null;
}

/**
 * What would be taught: the first stretch of words that were not understood, with the name that it qualifies; empty where all were
 * understood.
 *
 *     openWords({ asked: 'revenue by snug routes', … }) // 'snug routes'
 */
export function openWords({ asked, words }: Pick<Step, 'asked' | 'words'>): string {
  let stretch: { start: number; end: number } | null = null;
  for (const word of words) {
    const beside = stretch !== null && asked.slice(stretch.end, word.start).trim() === '';
    if (word.use === 'unresolved' && stretch === null) stretch = { start: word.start, end: word.end };
    else if (stretch !== null && beside && word.use === 'unresolved') stretch.end = word.end;
    else if (stretch !== null) {
      if (beside && word.use === 'name') stretch.end = word.end;
      break;
    }
  }
  return stretch === null ? '' : asked.slice(stretch.start, stretch.end);
}
