/** First questions for any model, made from its own measures and hierarchies, varied, all readable. */
import { dateColumn, factHasLevel, factsOf, pluralOf } from '../model/model';
import { measureOf } from '../model/calculation';
import { dayNumber, dayParts } from '../time/day';
import type { Calendar } from '../time/period';
import type { NameIndex } from './names/name-index';
import { read } from './read';
import { inSentence } from '../reading/words';

const MOST = 8;
const MANY_MEMBERS = 12;

export function starters(names: NameIndex, calendar: Calendar): string[] {
  const { model } = names;
  const tries: string[] = [];
  const measures = [
    model.defaultMeasure,
    ...[...model.measures.values()]
      .filter((one) => one.id !== model.defaultMeasure && one.hidden !== true)
      .map((one) => one.id),
  ];
  const grain = spanOf(calendar);
  const levels = [...model.levels.values()].map((entry) => entry.level);
  measures.forEach((id, turn) => {
    const facts = factsOf(model, measureOf(id));
    const name = inSentence(model.measures.get(id)?.name ?? id);
    const dated =
      model.defaultDate !== null && facts.every((fact) => dateColumn(model, fact, model.defaultDate ?? '') !== null);
    const fitting = levels.filter(
      (level) => facts.every((fact) => factHasLevel(model, fact, level.id)) && names.membersOf(level.id).length > 1,
    );
    const level = fitting[(turn * 3) % Math.max(1, fitting.length)];
    const few = fitting.find((one) => names.membersOf(one.id).length <= MANY_MEMBERS);
    const many = fitting.find((one) => names.membersOf(one.id).length > MANY_MEMBERS);
    const forms = [
      dated ? `${name} ${grain === 'year' ? 'by month this year vs last year' : `by ${grain}`}` : null,
      many ? `top 5 ${inSentence(pluralOf(many))} by ${name}` : null,
      dated && few ? `${name} by ${WITHIN[grain]} and ${inSentence(few.name)}` : null,
      level ? `${name} by ${inSentence(level.name)}` : null,
      model.measures.get(id)?.plan && dated ? `${name} vs plan by month this year` : null,
      level ? `best ${inSentence(pluralOf(level))} by ${name}` : null,
      dated ? `${name} over time` : null,
    ].filter((form) => form !== null);
    const chosen = turn === 0 ? forms.slice(0, 3) : forms.length > 0 ? [forms[turn % forms.length] as string] : [];
    tries.push(...chosen);
  });
  const context = { names, calendar, before: null };
  return [...new Set(tries)].filter((text) => read(text, context).outcome === 'answered').slice(0, MOST);
}

/** By what data that spans so much is split beside a level. */
const WITHIN = { year: 'quarter', month: 'month', week: 'week', day: 'week' } as const;
/** Days beyond which data is looked at by month, and by week. */
const MONTHS = 92;
const WEEKS = 35;

/** By what the data of a calendar can be looked at: `year` where there is a year before this one. What is not known is taken for long. */
function spanOf({ firstData, lastData, asOf }: Calendar): keyof typeof WITHIN {
  if (firstData === undefined || lastData === undefined || dayParts(firstData).year < dayParts(asOf).year)
    return 'year';
  const days = dayNumber(lastData) - dayNumber(firstData);
  if (days > MONTHS) return 'month';
  return days > WEEKS ? 'week' : 'day';
}
