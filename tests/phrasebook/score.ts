/**
 * How much of the phrasebook is read as its plain words are, over models of the corpus; `score.mjs` runs it.
 * options: --models ferries,clinics  --fillings 2  --acts (a line a kind)  --act "add measure"  --show 40  --raw (slots unfilled)
 */
import { CORPUS_MODELS } from '../corpus/models';
import { comparisons, type Verdict } from './compare';

const args = process.argv.slice(2);
const option = (name: string): string | undefined =>
  args.includes(`--${name}`) ? args[args.indexOf(`--${name}`) + 1] : undefined;
const wanted = (option('models') ?? 'ferries,clinics,hotels').split(',');
const print = (line: string) => process.stdout.write(`${line}\n`);

const counts = new Map<string, Map<Verdict, number>>();
const lines: string[] = [];
for (const [model, known] of CORPUS_MODELS.filter(([name]) => wanted.includes(name)))
  for (let filling = 0; filling < Number(option('fillings') ?? 1); filling += 1)
    for (const { pair, base, said, plain, verdict, now, other } of comparisons(known, filling)) {
      const kind = pair.act ?? pair.form ?? '';
      if (option('act') !== undefined && kind !== option('act')) continue;
      const of = counts.get(kind) ?? new Map<Verdict, number>();
      counts.set(kind, of.set(verdict, (of.get(verdict) ?? 0) + 1));
      if (verdict === 'same') continue;
      lines.push(
        args.includes('--raw')
          ? `${verdict[0] ?? ''} [${kind}] ${pair.said} => ${pair.plain}${verdict === 'other' ? ` (${now?.sentence?.text ?? ''})` : ''}`
          : `${verdict.toUpperCase()} [${kind}] ${base === undefined ? '' : `(${base}) `}“${said}” → ${now?.sentence?.text ?? now?.notes[0]?.text ?? ''} · plain “${plain}” → ${other?.sentence?.text ?? other?.notes[0]?.text ?? ''} · ${model}`,
      );
    }
for (const line of lines.slice(0, Number(option('show') ?? 0))) print(line);
const sum = (verdict: Verdict, of = [...counts.values()]) =>
  of.reduce((total, one) => total + (one.get(verdict) ?? 0), 0);
if (args.includes('--acts'))
  for (const [kind, of] of [...counts].sort())
    print(
      `  ${kind.padEnd(40)} same ${sum('same', [of])} · other ${sum('other', [of])} · missed ${sum('missed', [of])} · plain not read ${sum('plain not read', [of])} · no base ${sum('no base', [of])}`,
    );
const scored = sum('same') + sum('other') + sum('missed');
const share = (verdict: Verdict) => `${sum(verdict)} ${((100 * sum(verdict)) / Math.max(1, scored)).toFixed(1)} %`;
print(`plain not read ${sum('plain not read')} · no base ${sum('no base')}`);
print(`same ${share('same')} · another reading ${share('other')} · not understood ${share('missed')} of ${scored}`);
