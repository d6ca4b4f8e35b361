/** A model ready to be asked by one person. */
import type { BrokenRule } from '@zud/core/data/column-rules';
import type { Term } from '@zud/core/language/terms';
import type { NameIndex } from '@zud/core/language/names/name-index';
import type { ColumnRef, Model } from '@zud/core/model/model';
import type { RowRule } from '@zud/core/query/scan';
import type { Naming } from '@zud/core/reading/words';
import type { Calendar } from '@zud/core/time/period';
import type { Places } from '@zud/core/chart/scatter';
import type { TableVersions } from '../store/tables';
import type { Access } from './access';
import type { Sight } from './sight';

export interface ReadyModel {
  /** The model as the person sees it: without hidden columns, and with the names of those members only that they may know. */
  readonly model: Model;
  readonly names: NameIndex;
  readonly naming: Naming;
  readonly calendar: Calendar;
  readonly access: Access;
  readonly rules: readonly RowRule[];
  /** Columns that are hidden from the person, as `table.column`. */
  readonly hidden: ReadonlySet<string>;
  readonly sight: Sight;
  /** Does a column of a model table hold the time of day? */
  hasHours(column: ColumnRef): boolean;
  /** Where the members of levels with coordinates lie. */
  readonly places: ReadonlyMap<string, Places>;
  /** What people taught, as far as it holds for this person. */
  readonly terms: readonly Term[];
  readonly dataVersion: string;
  /** The load of each table that the model reads. */
  readonly tables: TableVersions;
  /** What its tables do not keep of the rules of their columns. */
  readonly broken: readonly BrokenRule[];
  /** Changes with the content of the model file and of its saved names, and with the data. */
  readonly version: string;
}
