/** The corpus: each question of each dialogue gives the reading that its sentence says. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { read, type ReadResult } from '@zud/core/language/read';
import type { Reading } from '@zud/core/reading/schema';
import { demoNames, type Known } from '../demo-names';
import { libraryNames } from '../library-names';

interface Turn {
  readonly line: number;
  readonly question: string;
  readonly expected: string;
}

function dialoguesOf(file: string): { title: string; turns: Turn[] }[] {
  const dialogues: { title: string; turns: Turn[] }[] = [];
  readFileSync(path.join(__dirname, file), 'utf8').split('\n').forEach((line, index) => {
    if (line.startsWith('#')) dialogues.push({ title: line.slice(1).trim(), turns: [] });
    else if (line.includes(' → ')) {
      const [question = '', expected = ''] = line.split(' → ');
      dialogues.at(-1)?.turns.push({ line: index + 1, question, expected });
    }
  });
  return dialogues;
}

/** What a result comes to, in the notation of the corpus. */
function told(result: ReadResult): string {
  if (result.outcome === 'move') return `< ${result.move}`;
  if (result.outcome === 'choose') return `? ${result.options.map((option) => option.label).join(' | ')}`;
  if (result.outcome === 'unclear') {
    const unknown = result.words.filter((word) => word.use === 'unresolved').map((word) => word.text);
    return unknown.length > 0 ? `! unclear: ${unknown.join(', ')}` : '! unclear';
  }
  return result.sentence?.text ?? '';
}

/** A bare "! unclear" asks for no certain words. */
const fits = (expected: string, actual: string) => expected === actual || (expected === '! unclear' && actual.startsWith('! unclear'));

function run(file: string, known: Known): void {
  describe(file, () => {
    for (const { title, turns } of dialoguesOf(file))
      test(title, () => {
        let before: Reading | null = null;
        const wrong: string[] = [];
        for (const turn of turns) {
          const result = read(turn.question, { ...known, before });
          const actual = told(result);
          if (!fits(turn.expected, actual)) wrong.push(`line ${turn.line}: ${turn.question}\n  expected ${turn.expected}\n  but got  ${actual}   ${result.outcome === 'unclear' ? result.notes.map((note) => note.text).join(' ') : ''}`);
          if (result.reading) before = result.reading;
        }
        if (wrong.length > 0) throw new Error(wrong.join('\n'));
      });
  });
}

run('ferries.txt', demoNames());
run('libraries.txt', libraryNames());
