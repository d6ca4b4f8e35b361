/** The order of an answer's rows: what was asked for, else time forward, members by what is shown, and a level's own order where it has one. */
import type { Calculation } from '../model/calculation';
import { level as levelOf, type Model } from '../model/model';
import { same, type Reading } from '../reading/schema';
import { ALL, OTHERS, REST } from './parts';
import type { OrderTerm } from './plan';

/**
 * @param keys the column of each breakdown
 * @param shown what is shown, each with its column
 */
export function orderTerms(
  reading: Reading,
  keys: readonly string[],
  shown: readonly { key: string; calculation: Calculation }[],
  model: Model,
): OrderTerm[] {
  const first = shown[0]?.key ?? '';
  const { by: said, direction: saidDirection } = reading.order ?? { by: null, direction: null };
  const valued =
    said?.kind === 'measure' ? (shown.find((one) => same(one.calculation, said.calculation))?.key ?? first) : first;
  const on = said === null ? reading.rank?.on : said.kind === 'measure' ? said.on : undefined;
  const measure = on === undefined ? valued : changeColumn(valued, on);
  const direction = saidDirection ?? (reading.rank?.direction === 'bottom' ? 'up' : 'down');
  const terms: OrderTerm[] = [];
  reading.by.forEach((by, index) => {
    const name = keys[index] as string;
    const last = index === reading.by.length - 1;
    if (by.kind === 'sets') {
      terms.push(
        ...asSaid(
          by.sets.map((id) => model.sets.get(id)?.name ?? id),
          name,
        ),
      );
      return;
    }
    if (by.kind !== 'level') {
      const ranked = reading.rank !== null && same(by, reading.rank.of);
      if (last && (said?.kind === 'measure' || (said === null && ranked)))
        terms.push({ kind: 'column', name: measure, direction });
      terms.push({
        kind: 'column',
        name,
        direction: said?.kind === 'name' && index === 0 ? (saidDirection ?? 'up') : 'up',
      });
      return;
    }
    const usual = said === null && reading.rank === null ? memberOrder(by.level, name, model) : [];
    terms.push({ kind: 'last', name, texts: [OTHERS, ALL, REST] });
    if (said?.kind === 'name') terms.push({ kind: 'column', name, direction });
    else if (last && !reading.by.some((one) => one.kind === 'time'))
      terms.push(...usual, { kind: 'column', name: measure, direction });
    else terms.push(...usual, { kind: 'greatest', name: measure, over: name, direction });
    terms.push({ kind: 'column', name, direction: 'up' });
  });
  return terms;
}

/** Texts in the order in which they were said, All and Rest after them. */
function asSaid(texts: readonly string[], name: string): OrderTerm[] {
  return texts.map((_text, index): OrderTerm => ({
    kind: 'last',
    name,
    texts: [...texts.slice(index + 1), ALL, REST],
  }));
}

/** The column of a comparison that tells how far a value lies from the other. */
export function changeColumn(key: string, on: 'difference' | 'percent'): string {
  return on === 'difference' ? `${key}_difference` : `${key}_change`;
}

function memberOrder(id: string, name: string, model: Model): OrderTerm[] {
  const { level, source } = levelOf(model, id);
  if (level.order === undefined) return [];
  return [
    {
      kind: 'memberOrder',
      name,
      source: model.tables.get(source.table)?.source ?? source.table,
      column: source.column,
      order: level.order,
      direction: 'up',
    },
  ];
}
