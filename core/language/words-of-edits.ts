/**
 * Edits → the words that say them: what to type for a change that was made by hand. Words are offered only where reading
 * them gives the very reading that the edits gave, so that they can be trusted.
 */
import { level as levelOf, type Model } from '../model/model';
import type { Edit } from '../reading/edit-schema';
import {
  canonical,
  type Breakdown,
  type Condition,
  type Reading,
  type Transform,
  type Explain,
} from '../reading/schema';
import { sentenceOf } from '../reading/sentence';
import {
  aheadWords,
  breakdownWords,
  calculationWords,
  comparisonWords,
  conditionWords,
  explainWords,
  isInPercent,
  keyPluralWords,
  levelWords,
  lineWords,
  listedWords,
  listWords,
  numberTestWords,
  testedWords,
  orderWords,
  periodWords,
  rankWords,
  roleWords,
  rowsWords,
  setWords,
  shownWords,
  viewWords,
  type Naming,
} from '../reading/words';
import type { Calendar } from '../time/period';
import { namingOf } from './naming';
import type { NameIndex } from './names/name-index';
import { readingOf, understand } from './understand';

export interface Changed {
  readonly before: Reading | null;
  readonly edits: readonly Edit[];
  readonly after: Reading;
}

/** Edits of one change are few; beyond this many ways to put them together the whole sentence is said. */
const MOST_TRIED = 24;

/**
 * @returns the shortest words found that say the change; the whole sentence as a new question where no follow-up does; null where nothing does
 * @example wordsOfEdits({ before, edits: [{ do: 'breakdown', how: 'add', by: [month] }], after }, names, calendar) // 'also by month'
 */
export function wordsOfEdits({ before, edits, after }: Changed, names: NameIndex, calendar: Calendar): string | null {
  const naming = namingOf(names);
  const says = (words: string) =>
    words !== '' && canonical(readingOf(understand(words, { names, calendar, before }))) === canonical(after);
  const each = edits.map((edit) => wordsOfEdit(edit, { naming, before, after }));
  const together = each.reduce<readonly string[]>(
    (all, next) =>
      all
        .flatMap((said) => next.map((words) => (said === '' ? words : words === '' ? said : `${said}, ${words}`)))
        .slice(0, MOST_TRIED),
    [''],
  );
  const short = together.find(says);
  if (short !== undefined) return short;
  const sentence = sentenceOf(after, naming).text;
  const whole = before === null ? sentence : `new question: ${sentence}`;
  return says(whole) ? whole : null;
}

/** What is asked of figures in the fewest words. */
const ASKED_SHORTLY: Partial<Record<Explain['asked'], string>> = {
  moved: 'why',
  unusual: 'is that normal',
  goesWith: 'what goes with it',
};

interface Context {
  readonly naming: Naming;
  readonly before: Reading | null;
  readonly after: Reading;
}

/** Ways to say an edit, the plainest first; an empty one where another edit of the same change says it too. */
function wordsOfEdit(edit: Edit, { naming, before, after }: Context): string[] {
  const { model } = naming;
  switch (edit.do) {
    case 'show': {
      const shown = listWords(
        edit.shown.map((one) => shownWords(naming, one)),
        'and',
      );
      return edit.how === 'replace'
        ? [`${shown} instead`, shown]
        : edit.how === 'add'
          ? [`add ${shown}`, `with ${shown} too`]
          : [`drop ${shown}`, `without ${shown}`];
    }
    case 'breakdown':
      return breakdownChange(edit, naming);
    case 'condition':
      return conditionChange(edit, naming);
    case 'period':
      return edit.period === null
        ? ['all time']
        : [
            `for ${periodWords(edit.period, model)}`,
            ...(edit.role === undefined
              ? []
              : [`${periodWords(edit.period, model)} on ${roleWords(naming, edit.role)}`]),
          ];
    case 'dateRole':
      return [`by ${roleWords(naming, edit.role)}`];
    case 'compare':
      return edit.against === null
        ? ['stop comparing', '']
        : [comparisonWords(naming, edit.against), `compare ${comparisonWords(naming, edit.against)}`];
    case 'rank':
    case 'rerank': {
      if (after.rank === null) return ['all of them', ''];
      const { direction, count, percent, others } = after.rank;
      const many = `${direction} ${count}${percent ? '%' : ''}`;
      const tail = rankWords(naming, after.rank).replace(`${many} ${keyPluralWords(naming, after.rank.of)}`, '');
      return [
        many,
        `${many}${tail}`,
        rankWords(naming, after.rank),
        others ? 'with others' : 'without others',
        `${direction} instead`,
      ];
    }
    case 'order':
      return edit.order === null ? ['usual order'] : [orderWords(naming, edit.order)];
    case 'reverse':
      return [after.order?.direction === 'up' ? 'ascending' : 'descending', 'the other way round'];
    case 'transform':
      return transformChange(edit.transform, naming, before);
    case 'rows':
      return edit.how === 'stop'
        ? ['back to the figures']
        : edit.how === 'list'
          ? edit.columns.length === 0
            ? ['show the rows', rowsIn(naming, after)]
            : [rowsIn(naming, after)]
          : [
              `${edit.how === 'add' ? 'add' : 'drop'} ${listWords(
                edit.columns.map((one) => listedWords(naming, one)),
                'and',
              )}`,
            ];
    case 'view':
      return edit.view === null ? ['usual chart', ''] : [viewWords(edit.view, isInPercent(model, after.shown[0]))];
    case 'explain':
      return edit.explain === null
        ? ['without the explanation']
        : [
            ...[ASKED_SHORTLY[edit.explain.asked]].flatMap((one) => one ?? []),
            explainWords(naming, edit.explain, isInPercent(model, after.shown[0])),
          ];
    case 'format':
      return formatChange(edit, after);
    case 'line':
      return [`${edit.how === 'add' ? 'with' : 'without'} ${lineWords(edit.line, isInPercent(model, after.shown[0]))}`];
    case 'ahead':
      return edit.periods === null || after.ahead === null
        ? ['drop the forecast']
        : [aheadWords(after.ahead, after.by)];
    case 'drill':
      return edit.member === undefined
        ? ['go deeper']
        : [`drill into ${naming.member(edit.member.level, edit.member.name)}`];
    case 'rollUp':
      return edit.level === undefined ? ['one level up'] : [`up to the ${levelWords(naming, edit.level)}`];
    case 'clear':
      return clearing(edit, model, naming);
  }
}

const rowsIn = (naming: Naming, { rows }: Reading) => (rows === null ? '' : rowsWords(naming, rows));

function breakdownChange(edit: Extract<Edit, { do: 'breakdown' }>, naming: Naming): string[] {
  const list = (by: readonly Breakdown[]) =>
    listWords(
      by.map((one) => breakdownWords(naming, one)),
      'and',
    );
  const by = list(edit.by);
  switch (edit.how) {
    case 'join':
      return [`by ${by}`];
    case 'add':
      return [`also by ${by}`];
    case 'remove':
      return [`drop the breakdown by ${by}`, `without ${by}`];
    case 'replace':
      if (edit.by.length === 0) return ['no breakdown'];
      return edit.instead === undefined ? [`by ${by} instead`] : [`swap ${list([edit.instead])} for ${by}`];
  }
}

function conditionChange({ condition, how }: Extract<Edit, { do: 'condition' }>, naming: Naming): string[] {
  const said = conditionWords(naming, condition);
  if (how === 'remove') return takenOut(condition, said, naming);
  if (condition.kind === 'set')
    return [`${condition.is ? 'only' : 'without'} ${setWords(naming, condition.set)}`, said];
  if (condition.kind === 'measure') {
    const members = keyPluralWords(naming, condition.at);
    const tested =
      condition.test === 'missing'
        ? `with no ${testedWords(naming, condition)}`
        : condition.test === 'present'
          ? `with any ${testedWords(naming, condition)}`
          : `with ${testedWords(naming, condition)} ${numberTestWords(naming, condition)}`;
    return [`only ${members} ${tested}`, said];
  }
  if (condition.kind !== 'members') return [said];
  const list = (conjunction: 'and' | 'or') =>
    listWords(
      condition.members.map((member) => naming.member(condition.level, member)),
      conjunction,
    );
  if (how === 'widen') return [`include ${list('and')} too`, `add ${list('and')}`];
  return how === 'exclude' ? [`without ${list('and')}`, said] : [`only ${list('and')}`, `only ${list('or')}`, said];
}

/** What is said to lift a condition; an empty text where another edit puts one in its place. */
function takenOut(condition: Condition, said: string, naming: Naming): string[] {
  switch (condition.kind) {
    case 'members':
    case 'text':
      return [
        `all ${keyPluralWords(naming, { kind: 'level', level: condition.level })} again`,
        'clear the filters',
        '',
      ];
    case 'set': {
      const level = naming.model.sets.get(condition.set)?.level;
      return [
        ...(level === undefined ? [] : [`all ${keyPluralWords(naming, { kind: 'level', level })} again`]),
        'clear the filters',
        '',
      ];
    }
    case 'notPeriod':
      return [`include ${said.replace(/^without /, '')} again`, 'clear the filters', ''];
    case 'weekdays':
      return ['drop the condition on day of week', ''];
    case 'cycle':
      return [`drop the condition on ${condition.cycle === 'hour' ? 'hour of day' : 'month of year'}`, ''];
    case 'measure':
      return ['', `drop the condition on ${calculationWords(naming, condition.calculation)}`, 'clear the filters'];
    case 'rows':
      return [
        '',
        `drop the condition on ${calculationWords(naming, { kind: 'measure', measure: condition.measure })}`,
        'clear the filters',
      ];
  }
}

function transformChange(transform: Transform | null, naming: Naming, before: Reading | null): string[] {
  if (transform === null) return ['plain numbers'];
  const shown = before?.shown[0];
  const whole =
    shown === undefined ? [] : [`${shownWords(naming, { calculation: shown.calculation, transform })} instead`];
  switch (transform.kind) {
    case 'share':
      return [transform.within === 'all' ? 'as a share' : 'share within', ...whole];
    case 'change':
      return [
        `${transform.as === 'percent' ? '% change' : 'absolute change'} on the ${transform.basis === 'year' ? 'year' : 'period'} before`,
        ...whole,
      ];
    case 'running':
      return ['as a running total', ...whole];
    case 'moving':
      return [`moving average over ${transform.count}`, ...whole];
    case 'movingTotal':
      return [`moving total over ${transform.count}`, ...whole];
    case 'rank':
      return ['as ranks', ...whole];
    case 'index':
      return ['as an index', ...whole];
    case 'fromAverage':
      return ['difference from the average', ...whole];
  }
}

function formatChange({ format }: Extract<Edit, { do: 'format' }>, after: Reading): string[] {
  const put = Object.fromEntries(Object.entries(format).filter(([, value]) => value !== false && value !== null));
  const away = Object.entries(format).flatMap(([name, value]) =>
    value === false || value === null ? [WITHOUT[name] ?? ''] : [],
  );
  const { lines: _lines, ...plain } = { chart: null, ...put } as NonNullable<Reading['view']>;
  return [
    [...(Object.keys(put).length > 0 ? [viewWords(plain, false)] : []), ...away].join(', '),
    ...(after.view === null ? ['usual chart'] : []),
  ];
}

const WITHOUT: Readonly<Record<string, string>> = {
  labels: 'without labels',
  totals: 'without totals',
  across: 'without columns across',
  cells: 'without bars in cells',
  lines: 'without reference lines',
  axis: 'usual axis',
  colour: 'usual colour',
};

function clearing(edit: Extract<Edit, { do: 'clear' }>, model: Model, naming: Naming): string[] {
  switch (edit.what) {
    case 'conditions':
      return ['clear the filters'];
    case 'level':
      return edit.level === undefined
        ? ['']
        : ['', `all ${keyPluralWords(naming, { kind: 'level', level: levelOf(model, edit.level).level.id })} again`];
    case 'breakdown':
      return ['just the total'];
    case 'rank':
      return ['all of them'];
    case 'period':
      return ['all time'];
    case 'everything':
      return ['start over'];
  }
}
