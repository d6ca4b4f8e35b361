/** What a reading is planned with: the model as a person sees it, the calendar, and their row rules. */
import type { ColumnRef, Model } from '../model/model';
import type { Naming } from '../reading/words';
import type { Calendar } from '../time/period';
import type { RowRule } from './scan';

export interface PlanContext {
  readonly model: Model;
  readonly calendar: Calendar;
  readonly rules: readonly RowRule[];
  /** Columns that are hidden from the person, as `table.column`. */
  readonly hidden: ReadonlySet<string>;
  readonly naming: Naming;
  /** Does a column hold the time of day, so that hours mean something? */
  hasHours(column: ColumnRef): boolean;
  /** Most rows of an answer; one more is asked for, to know that there are more. */
  readonly rowLimit: number;
  /** Records of a listing before the page asked for. */
  readonly skip?: number;
}
