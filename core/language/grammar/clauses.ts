/** Clauses on what is measured of members ("routes with over 10,000 passengers"), and the ways in which members that pass them are asked for. */
import type { Calculation } from '../../model/calculation';
import type { Key } from '../../reading/schema';
import type { Intent, SaidChange, SaidPeriod, SaidTest } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

/** Members that pass a test are shown, counted, or narrow what is shown ("only routes with …"). */
export type Tested = 'shown' | 'condition' | 'count' | 'narrow';

/** "which routes with …" shows those routes; "only routes with …" narrows what is shown already. */
export function tested(form: string, means: (is: Tested) => Rule<Question>['means'], cost = 0): Rule<Question>[] {
  return [
    { gives: 'Intent', form: `[(which|what|all)] ${form}`, means: means('shown'), cost },
    {
      gives: 'Intent',
      form: `(only|only the|just|just the|only those|only show|keep only) ${form}`,
      means: means('narrow'),
      cost,
    },
  ];
}

/** A measure aggregated at a level with the test it has to pass; where it is tested against another measure, both are shown. */
export interface Clause {
  readonly calculation: Calculation | null;
  readonly test: SaidTest;
  /** Tests how much it changed. */
  readonly change?: SaidChange;
  readonly shows?: readonly Calculation[];
  readonly besidePlan?: true;
  /** No measure was named: of what is shown, the usual one is put only where nothing is. */
  readonly usualPlan?: true;
}

/** "routes with over 10,000 passengers", "… and a delay below average": members that pass all clauses; in the period that may stand between ("months in 2025 with …"). */
export const clausesTest =
  (is: Tested) =>
  (parts: Parts): Intent => {
    const at = (parts['Key'] as Key | undefined) ?? null;
    const tests = (parts['ClauseList'] as readonly Clause[]).map((clause) => ({
      do: 'saidMeasureTest' as const,
      at,
      ...clause,
      count: is === 'count',
      narrows: is === 'narrow',
      ...(is === 'condition' ? { asIs: true as const } : {}),
    }));
    const period =
      parts['Period'] === undefined
        ? []
        : [{ do: 'saidPeriod' as const, how: 'set' as const, period: parts['Period'] as SaidPeriod }];
    return is === 'shown' && at !== null
      ? { edits: [{ do: 'breakdown', by: [at], how: 'join' }, ...tests, ...period] }
      : { edits: [...tests, ...period] };
  };
export const clauseOf = (parts: Parts): Clause => ({
  calculation: (parts['Calculation'] as Calculation | undefined) ?? null,
  test: parts['NumberTest'] as SaidTest,
});
export const measureTest =
  (is: Tested) =>
  (parts: Parts): Intent =>
    clausesTest(is)({ ...parts, ClauseList: [clauseOf(parts)] });
