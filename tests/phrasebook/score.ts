/**
 * How much of the phrasebook is read as its plain words are, over models of the corpus.
 * usage: npx tsx tests/phrasebook/score.ts [--models ferries,clinics] [--fillings 1] [--show 40] [--act "add measure"]
 */
import { read, type ReadResult } from '@zud/core/language/read';
import type { Reading } from '@zud/core/reading/schema';
import { CORPUS_MODELS } from '../corpus/models';
import { filled, needsOf, pairsOf, slotsOf } from './filling';

const args = process.argv.slice(2);
const flag = (name: string, fallback: string) => args[args.indexOf(`--${name}`) + 1 || -1] ?? fallback;
const wanted = args.includes('--models') ? flag('models', '').split(',') : ['ferries', 'clinics', 'hotels'];
const only = args.includes('--act') ? flag('act', '') : null;
const show = args.includes('--show') ? Number(flag('show', '0')) : 0;
const fillings = args.includes('--fillings') ? Number(flag('fillings', '1')) : 1;

const sorted = (_key: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
const told = (result: ReadResult, anyOrder: boolean) =>
  JSON.stringify([result.reading, result.move ?? null], (key, value: unknown) =>
    anyOrder && key === 'by' && Array.isArray(value)
      ? value.map((one) => JSON.stringify(one, sorted)).sort()
      : sorted(key, value),
  );

type Verdict = 'same' | 'other' | 'missed' | 'plain not read' | 'no base';
const counts = new Map<string, Map<Verdict, number>>();
const lines: string[] = [];
for (const [model, known] of CORPUS_MODELS.filter(([name]) => wanted.includes(name)))
  for (let filling = 0; filling < fillings; filling += 1) {
    const slots = slotsOf(known, 7 + 13 * filling);
    if (slots === null) continue;
    const bases = new Map<string, ReadResult>();
    for (const pair of [...pairsOf('questions'), ...pairsOf('follow-ups')]) {
      const kind = pair.act ?? pair.form ?? '';
      if (pair.then !== undefined || (only !== null && kind !== only)) continue;
      const said = filled(pair.said, slots);
      const plain = filled(pair.plain, slots);
      const base = pair.base === undefined ? undefined : filled(pair.base, slots);
      if (said === null || plain === null || base === null || needsOf(pair).some((one) => slots.has[one] === false))
        continue;
      let before: Reading | null = null;
      let verdict: Verdict;
      let now: ReadResult | null = null;
      let other: ReadResult | null = null;
      if (base !== undefined) {
        const first = bases.get(base) ?? read(base, { ...known, before: null });
        bases.set(base, first);
        before = first.reading;
      }
      if (base !== undefined && before === null) verdict = 'no base';
      else {
        other = read(plain, { ...known, before });
        now = read(said, { ...known, before });
        const right = ['answered', 'move'];
        verdict = !right.includes(other.outcome)
          ? 'plain not read'
          : now.outcome !== other.outcome
            ? right.includes(now.outcome)
              ? 'other'
              : 'missed'
            : told(now, pair.form !== undefined) === told(other, pair.form !== undefined)
              ? 'same'
              : 'other';
      }
      const of = counts.get(kind) ?? new Map<Verdict, number>();
      counts.set(kind, of.set(verdict, (of.get(verdict) ?? 0) + 1));
      if (verdict !== 'same' && args.includes('--raw'))
        lines.push(
          `${verdict[0] ?? ''} [${kind}] ${pair.said} => ${pair.plain}${verdict === 'other' ? ` (${now?.sentence?.text ?? ''})` : ''}`,
        );
      else if (verdict !== 'same')
        lines.push(
          `${verdict.toUpperCase()} [${kind}] ${base === undefined ? '' : `(${base}) `}“${said}” → ${now?.sentence?.text ?? now?.notes[0]?.text ?? ''} · plain “${plain}” → ${other?.sentence?.text ?? other?.notes[0]?.text ?? ''} · ${model}`,
        );
    }
  }
for (const line of lines.slice(0, show)) console.log(line);
const sum = (verdict: Verdict, of = [...counts.values()]) =>
  of.reduce((total, one) => total + (one.get(verdict) ?? 0), 0);
if (only === null && args.includes('--acts'))
  for (const [kind, of] of [...counts].sort())
    console.log(
      `  ${kind.padEnd(40)} same ${sum('same', [of])} · other ${sum('other', [of])} · missed ${sum('missed', [of])} · plain not read ${sum('plain not read', [of])} · no base ${sum('no base', [of])}`,
    );
const scored = sum('same') + sum('other') + sum('missed');
const share = (verdict: Verdict) => `${sum(verdict)} ${((100 * sum(verdict)) / Math.max(1, scored)).toFixed(1)} %`;
console.log(`plain not read ${sum('plain not read')} · no base ${sum('no base')}`);
console.log(
  `same ${share('same')} · another reading ${share('other')} · not understood ${share('missed')} of ${scored}`,
);
