/** A finding as it is told: what, of which measure and members, how sure, and a reading that shows it. */
import type { Reading } from '../reading/schema';
import type { Day } from '../time/day';
import type { SmallLine } from './explain/explanation';
import type { Place } from './explain/world';

export interface ModelFinding {
  /** The same finding on the same data has the same id. */
  readonly id: string;
  readonly kind:
    | 'outlier'
    | 'shift'
    | 'trend'
    | 'season'
    | 'streak'
    | 'record'
    | 'concentration'
    | 'unlike its peers'
    | 'mix'
    | 'relation'
    | 'missing';
  readonly measure: string;
  readonly members: readonly Place[];
  readonly period?: { readonly from: Day; readonly to: Day };
  readonly q?: number;
  readonly title: string;
  readonly text: string;
  readonly reading: Reading;
  /** Not shown to this person before; absent where it is not asked. */
  readonly fresh?: boolean;
  readonly line?: SmallLine;
}
