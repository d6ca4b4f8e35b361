/** A made-up model with many names and members, and questions over it, typing errors among them. */
import { NameIndex } from '@zud/core/language/names/name-index';
import { compileModel } from '@zud/core/model/model';
import { modelFileSchema } from '@zud/core/model/schema';
import type { Calendar } from '@zud/core/time/period';
import { seeded } from '../../demo/random';

const LEVELS = 100;
const MEASURES = 100;

export interface LargeWorld {
  readonly names: NameIndex;
  readonly calendar: Calendar;
  readonly questions: readonly string[];
  /** Milliseconds the index took to build. */
  readonly built: number;
}

export function largeWorld(memberCount: number): LargeWorld {
  const random = seeded(11);
  const pick = (letters: string) => letters[random.whole(0, letters.length - 1)] ?? '';
  const word = () =>
    `${pick('bdfgklmnprstvz')}${pick('aeiou')}${pick('bdgklmnprstvz')}${pick('aeiou')}${pick('dklmnrst')}${random.next() < 0.5 ? `${pick('aeiou')}${pick('dklmnrst')}` : ''}`;
  const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
  const levels = Array.from({ length: LEVELS }, (_, index) => ({
    id: `l${index}`,
    name: capital(word()),
    column: `f.c${index}`,
    kind: index % 5 === 0 ? 'place' : 'thing',
  }));
  const model = compileModel(
    modelFileSchema.parse({
      zud: 1,
      id: 'large',
      name: 'Large',
      tables: [{ id: 'f', key: 'id' }],
      facts: [{ id: 'f', name: 'row', table: 'f' }],
      dates: [{ id: 'd', name: 'day date', default: true, columns: { f: 'd' } }],
      dimensions: levels.map((level, index) => ({ id: `d${index}`, name: `D${index}`, levels: [level] })),
      measures: Array.from({ length: MEASURES }, (_, index) => ({
        id: `m${index}`,
        name: `${capital(word())} ${word()}`,
        kind: 'sum',
        fact: 'f',
        column: `m${index}`,
      })),
    }),
  );
  const each = Math.floor(memberCount / LEVELS);
  const members = levels.map((level) => ({
    level: level.id,
    members: Array.from({ length: each }, () => `${capital(word())} ${capital(word())}`),
  }));
  const began = performance.now();
  const names = new NameIndex(model, members);
  const built = performance.now() - began;
  const measureNames = [...model.measures.values()].map((measure) => measure.name.toLowerCase());
  const questions = Array.from({ length: 400 }, (_, index) => {
    const level = levels[index % LEVELS];
    const member = members[(index * 7) % LEVELS]?.members[index % each] ?? '';
    const spoilt = index % 4 === 0 ? member.slice(0, 2) + member.slice(3) : member;
    const measure = measureNames[index % MEASURES] ?? '';
    return [
      `${measure} by ${level?.name ?? ''} for ${spoilt} this year`,
      `top 5 ${level?.name ?? ''} by ${measure} without ${spoilt}`,
      `${measure} by month for ${spoilt} vs last year`,
    ][index % 3] as string;
  });
  return {
    names,
    calendar: {
      asOf: '2026-10-17',
      weekStart: 1,
      fiscalStartMonth: 1,
      fiscalNamedBy: 'end',
      seasons: [],
      firstData: '2023-01-01',
      lastData: '2026-10-17',
    },
    questions,
    built,
  };
}
