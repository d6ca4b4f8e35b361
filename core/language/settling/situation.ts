/** What a question is settled against: the model, the calendar, the reading before and the marked points of its answer. */
import type { Model } from '../../model/model';
import type { Points } from '../../analysis/referents';
import type { Reading } from '../../reading/schema';
import type { Happened } from './happened';
import type { Quality } from '../names/quality';
import type { Calendar } from '../../time/period';

export interface Situation {
  readonly model: Model;
  readonly calendar: Calendar;
  readonly before: Reading | null;
  /** What was read before that, where it is known. */
  readonly earlier: Reading | null;
  /** Null where the answer before is not at hand. */
  readonly points: Points | null;
  /** The adjective that a rank is said by (“the slowest crews”), where there is one. */
  readonly quality: Quality | null;
  /** The level whose members do what a question of “who” says (“who teaches best”), where the verb tells it. */
  readonly doer: string | null;
  /** The verb of a date of certain facts (“left”), where there is one. */
  readonly happened: Happened | null;
}
