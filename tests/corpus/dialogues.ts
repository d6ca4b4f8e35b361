/** Reads the corpus: files of dialogues, each turn a question with the reading it must give. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { ReadResult } from '@zud/core/language/read';

export interface Turn {
  /** File and line, to be found again. */
  readonly at: string;
  readonly question: string;
  readonly expected: string;
}

export interface Dialogue {
  readonly heading: string;
  readonly turns: readonly Turn[];
}

/** All dialogues over a model, from the files of its folder. A heading or an empty line begins a dialogue. */
export function dialoguesOf(model: string): Dialogue[] {
  const folder = path.join(__dirname, model);
  return readdirSync(folder)
    .filter((file) => file.endsWith('.txt'))
    .sort()
    .flatMap((file) => {
      const dialogues: { heading: string; turns: Turn[] }[] = [];
      let heading = file;
      let open = false;
      readFileSync(path.join(folder, file), 'utf8')
        .split('\n')
        .forEach((line, index) => {
          if (line.startsWith('#')) heading = line.slice(1).trim();
          const parts = /^(.*?) → (.*)$/.exec(line);
          if (!parts) {
            open = false;
            return;
          }
          if (!open) dialogues.push({ heading, turns: [] });
          open = true;
          dialogues
            .at(-1)
            ?.turns.push({ at: `${model}/${file}:${index + 1}`, question: parts[1] ?? '', expected: parts[2] ?? '' });
        });
      return dialogues;
    });
}

const ASKED = { moved: 'why', unusual: 'unusual', goesWith: 'goes with', contrast: 'contrast', when: 'when' };

/** What a result comes to, in the notation of the corpus. */
export function told(result: ReadResult): string {
  const sentence =
    result.sentence?.text.replace(
      /, (explained( as a (rise|fall))?|with whether it is unusual(ly (high|low))?|with what goes with it)$/,
      '',
    ) ?? '';
  if (result.analysis !== undefined) return `${result.analysis} ${sentence}`;
  if (result.reading?.explain !== undefined) return `${ASKED[result.reading.explain.asked]} ${sentence}`;
  if (result.outcome === 'move') return `< ${result.move ?? ''}`;
  if (result.outcome === 'choose') return `? ${result.options.map((option) => option.label).join(' | ')}`;
  if (result.outcome === 'unclear') {
    const unknown = result.words.filter((word) => word.use === 'unresolved').map((word) => word.text);
    return unknown.length > 0 ? `! unclear: ${unknown.join(', ')}` : '! unclear';
  }
  return result.sentence?.text ?? '';
}
