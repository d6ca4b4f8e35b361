/** Models ready to be asked: compiled, with the name index a person may use, and the calendar of the day. Kept until model or data change. */
import { and, eq } from 'drizzle-orm';
import { NameIndex, type MembersOfLevel } from '@zud/core/language/names/name-index';
import type { Places } from '@zud/core/chart/points';
import { namingOf } from '@zud/core/language/naming';
import { compileModel, dateColumn, factsOf, NO_NAME, type ColumnRef, type Model } from '@zud/core/model/model';
import { measureOf } from '@zud/core/model/calculation';
import { withSaved, type Saved } from '@zud/core/model/saved';
import type { RowRule } from '@zud/core/query/planner';
import type { Naming } from '@zud/core/reading/words';
import type { Calendar } from '@zud/core/time/period';
import { DATA_SCHEMA, type Database } from '../store/database';
import { memberLists, models } from '../store/schema';
import { savedOf } from '../store/saved-names';
import { SharedReads } from '../store/shared-reads';
import { catalogueOf, dataVersionOf, type TableVersions } from '../store/tables';
import { notFound } from '../http/problem';
import type { Person } from '../store/people';

export interface ReadyModel {
  readonly model: Model;
  readonly names: NameIndex;
  readonly naming: Naming;
  readonly calendar: Calendar;
  readonly rules: readonly RowRule[];
  /** Does a column of a model table hold the time of day? */
  hasHours(column: ColumnRef): boolean;
  /** Where the members of levels with coordinates lie. */
  readonly places: ReadonlyMap<string, Places>;
  readonly dataVersion: string;
  /** The load of each table that the model reads. */
  readonly tables: TableVersions;
  /** Changes with the model file and with its data. */
  readonly version: string;
}

interface ModelState {
  readonly model: Model;
  readonly fileVersion: string;
  readonly dataVersion: string;
  readonly tables: TableVersions;
}

interface Lists {
  readonly members: readonly MembersOfLevel[];
  readonly firstData: string | null;
  readonly lastData: string | null;
}

/** Members of a level beyond this many are not indexed; the level can still be broken down by. */
const MOST_MEMBERS = 200_000;

const quoted = (name: string) => `"${name.replace(/"/g, '""')}"`;

export class ModelLibrary {
  private readonly states = new SharedReads<ModelState>();
  private readonly compiled = new Map<string, { version: string; model: Model }>();
  private readonly ready = new Map<string, Promise<Omit<ReadyModel, 'calendar' | 'tables'> & { lists: Lists }>>();

  constructor(
    private readonly database: Database,
    /** The clock, for models whose reference day is today. */
    private readonly today: () => string,
  ) {}

  /** @throws Problem 404 where there is no such model */
  async get(id: string, person: Pick<Person, 'groups'>): Promise<ReadyModel> {
    const { model, fileVersion, dataVersion, tables } = await this.states.get(id, () => this.stateOf(id));
    const rules = rulesFor(model, person.groups);
    const version = `${fileVersion}/${dataVersion}`;
    const key = `${id} ${ruleKey(rules)}`;
    const wanted = `${key} ${version}`;
    let found = this.ready.get(wanted);
    if (!found) {
      found = this.prepare(model, rules, version, dataVersion);
      for (const there of this.ready.keys()) if (there.startsWith(`${key} `)) this.ready.delete(there);
      this.ready.set(wanted, found);
      found.catch(() => this.ready.delete(wanted));
    }
    const { lists, ...rest } = await found;
    return { ...rest, tables, calendar: this.calendarOf(model, lists) };
  }

  /** The model as it is now, and which loads of its tables there are. */
  private async stateOf(id: string): Promise<ModelState> {
    // the file itself is read only when it changed
    const before = this.compiled.get(id)?.model ?? null;
    const loads = (model: Model) => dataVersionOf(this.database, [...new Set(model.file.tables.map((table) => table.source ?? table.id))]);
    const [[row], saved, found] = await Promise.all([this.database.store.select({ version: models.version }).from(models).where(eq(models.id, id)), savedOf(this.database.store, id), before === null ? null : loads(before)]);
    if (!row) throw notFound('model');
    const fileVersion = saved.length === 0 ? String(row.version) : `${row.version}.${saved.length}.${saved.filter((one) => one.withdrawn).length}`;
    const model = await this.compile(id, fileVersion, saved);
    const { version: dataVersion, tables } = found !== null && model === before ? found : await loads(model);
    return { model, fileVersion, dataVersion, tables };
  }

  private async compile(id: string, version: string, saved: readonly Saved[]): Promise<Model> {
    const there = this.compiled.get(id);
    if (there?.version === version) return there.model;
    const [row] = await this.database.store.select({ file: models.file }).from(models).where(eq(models.id, id));
    if (!row) throw notFound('model');
    const model = compileModel(withSaved(row.file, saved));
    this.compiled.set(id, { version, model });
    return model;
  }

  private async prepare(model: Model, rules: readonly RowRule[], version: string, dataVersion: string) {
    const lists = await this.lists(model, rules, version);
    const names = new NameIndex(model, lists.members);
    const catalogue = await catalogueOf(this.database);
    const hasHours = (column: ColumnRef) => catalogue.get(model.tables.get(column.table)?.source ?? column.table)?.get(column.column) === 'timestamp';
    return { model, names, naming: namingOf(names), rules, hasHours, places: await this.placesOf(model), dataVersion, version, lists };
  }

  /** Longitude and latitude of the members of each level whose coordinates the model names; the middle where a member has several. */
  private async placesOf(model: Model): Promise<ReadonlyMap<string, Places>> {
    const found = new Map<string, Places>();
    for (const [id, { level, source }] of model.levels) {
      if (level.latitude === undefined || level.longitude === undefined) continue;
      const table = `${DATA_SCHEMA}.${quoted(model.tables.get(source.table)?.source ?? source.table)}`;
      const { rows } = await this.database.readers.query<{ member: string; longitude: number; latitude: number }>(
        `select ${quoted(source.column)}::text as member, avg(${quoted(level.longitude)})::float8 as longitude, avg(${quoted(level.latitude)})::float8 as latitude from ${table} where ${quoted(source.column)} is not null and ${quoted(level.longitude)} is not null and ${quoted(level.latitude)} is not null group by 1`,
      );
      found.set(id, new Map(rows.map((row) => [row.member, [row.longitude, row.latitude] as const])));
    }
    return found;
  }

  private calendarOf(model: Model, lists: Lists): Calendar {
    const { asOf } = model.file;
    const last = lists.lastData ?? this.today();
    return {
      asOf: asOf === 'clock' ? this.today() : asOf === 'last data' ? last : asOf,
      weekStart: model.weekStart,
      fiscalStartMonth: model.file.calendar.fiscalYearStartsIn,
      fiscalNamedBy: model.file.calendar.fiscalYearNamedBy,
      seasons: model.seasons,
      ...(lists.firstData === null ? {} : { firstData: lists.firstData }),
      ...(lists.lastData === null ? {} : { lastData: lists.lastData }),
    };
  }

  private async lists(model: Model, rules: readonly RowRule[], version: string): Promise<Lists> {
    const { store } = this.database;
    const where = and(eq(memberLists.modelId, model.id), eq(memberLists.ruleKey, ruleKey(rules)));
    const [kept] = await store.select().from(memberLists).where(where);
    if (kept?.version === version) return kept;
    const members: { level: string; members: string[] }[] = [];
    for (const [id] of model.levels) members.push({ level: id, members: await this.membersOf(model, id, rules) });
    const extent = await this.extent(model);
    const row = { modelId: model.id, ruleKey: ruleKey(rules), version, members, ...extent };
    await store.insert(memberLists).values(row).onConflictDoUpdate({ target: [memberLists.modelId, memberLists.ruleKey], set: row });
    return { members, ...extent };
  }

  /** The members of a level that the rules leave visible. */
  private async membersOf(model: Model, levelId: string, rules: readonly RowRule[]): Promise<string[]> {
    const entry = model.levels.get(levelId);
    if (!entry) return [];
    const from = this.tableForMembers(model, entry.source.table, rules);
    if (from === null) return [];
    const tables = [entry.source.table, ...rules.map((rule) => model.levels.get(rule.level)?.source.table ?? '')];
    const joins = new Map(tables.flatMap((table) => (model.joinsTo(from, table) ?? []).map((join) => [join.to, join] as const)));
    const source = (table: string) => `${DATA_SCHEMA}.${quoted(model.tables.get(table)?.source ?? table)} as ${quoted(table)}`;
    const conditions = rules.map((rule, index) => {
      const column = model.levels.get(rule.level)?.source;
      return `${quoted(column?.table ?? '')}.${quoted(column?.column ?? '')}::text = any($${index + 1}::text[])`;
    });
    const text = `select distinct ${quoted(entry.source.table)}.${quoted(entry.source.column)}::text as member from ${source(from)} ${[...joins.values()]
      .map((join) => `left join ${source(join.to)} on ${quoted(join.to)}.${quoted(join.key)} = ${quoted(join.from)}.${quoted(join.column)}`)
      .join(' ')} ${conditions.length > 0 ? `where ${conditions.join(' and ')}` : ''} order by 1 limit ${MOST_MEMBERS}`;
    const { rows } = await this.database.readers.query<{ member: string | null }>(text, rules.map((rule) => [...rule.members]));
    return rows.map((row) => row.member ?? NO_NAME);
  }

  /** The table from which both the level and the rules are reached: the level's own where no rule applies or it reaches them. */
  private tableForMembers(model: Model, own: string, rules: readonly RowRule[]): string | null {
    const reaches = (from: string) => rules.every((rule) => model.joinsTo(from, model.levels.get(rule.level)?.source.table ?? '') !== null);
    if (reaches(own)) return own;
    const fact = [...model.facts.values()].find((one) => reaches(one.table) && model.joinsTo(one.table, own) !== null);
    return fact?.table ?? null;
  }

  /** First and last day with data of the default measure's facts, by the default date. */
  private async extent(model: Model): Promise<{ firstData: string | null; lastData: string | null }> {
    const role = model.defaultDate;
    const [fact] = factsOf(model, measureOf(model.defaultMeasure));
    const column = role !== null && fact !== undefined ? dateColumn(model, fact, role) : null;
    if (column === null) return { firstData: null, lastData: null };
    const source = model.tables.get(column.table)?.source ?? column.table;
    const { rows } = await this.database.readers.query<{ first: string | null; last: string | null }>(
      `select min(${quoted(column.column)})::date::text as first, max(${quoted(column.column)})::date::text as last from ${DATA_SCHEMA}.${quoted(source)}`,
    );
    return { firstData: rows[0]?.first ?? null, lastData: rows[0]?.last ?? null };
  }
}

/** The rules of all groups a person is in; rules on one level are joined, rules on several all hold. */
export function rulesFor(model: Model, groups: readonly string[]): RowRule[] {
  const byLevel = new Map<string, Set<string>>();
  for (const rule of model.file.rowRules)
    if (groups.includes(rule.group)) byLevel.set(rule.level, new Set([...(byLevel.get(rule.level) ?? []), ...rule.members]));
  return [...byLevel].map(([level, members]) => ({ level, members: [...members].sort() }));
}

export function ruleKey(rules: readonly RowRule[]): string {
  return rules.length === 0 ? 'all' : JSON.stringify(rules);
}

