/** Models ready to be asked: compiled, with the name index a person may use, and the calendar of the day. Kept until model or data change. */
import type { BrokenRule } from '@zud/core/data/column-rules';
import type { ReadyModel } from './ready-model';
import { and, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { NameIndex, type MembersOfLevel } from '@zud/core/language/names/name-index';
import type { Places } from '@zud/core/chart/scatter';
import { namingOf } from '@zud/core/language/naming';
import type { Term } from '@zud/core/language/terms';
import { tableFaults } from '@zud/core/model/table-faults';
import type { ModelFile } from '@zud/core/model/schema';
import { compileModel, dateColumn, factsOf, NO_NAME, type ColumnRef, type Model } from '@zud/core/model/model';
import { measureOf } from '@zud/core/model/calculation';
import { withSaved, type Saved } from '@zud/core/model/saved';
import { withoutOversized } from '@zud/core/model/size';
import { withKnownMembers, withoutColumns } from '@zud/core/model/visible';
import { membersPlan } from '@zud/core/query/members';
import { postgresqlQuery } from '@zud/core/query/postgresql';
import type { Calendar } from '@zud/core/time/period';
import { DATA_SCHEMA, type Database } from '../store/database';
import { memberLists, models } from '../store/schema';
import { modelsThatLimit, tablesOf } from '../store/models';
import { maySee } from '../store/ownership';
import { dataFault } from '../engines/engine';
import { savedOf } from '../store/saved-names';
import { holdsFor, termsOf, type KeptTerm } from '../store/terms';
import { SharedReads } from '../store/shared-reads';
import { catalogueOf, dataVersionOf, type TableVersions } from '../store/tables';
import { notFound } from '@zud/core/contract/problem';
import type { Person } from '../store/people';
import { accessFor, SEES_ALL, SEES_NOTHING, type Access } from './access';
import { inSlices } from './in-slices';
import { ModelAtFault, ModelGone, ModelKept } from './model-fault';
import { limitedSight, WHOLE_SIGHT, type Sight } from './sight';
import { textFor, type Viewer } from './step-view';

interface ModelState {
  readonly model: Model;
  readonly fileVersion: string;
  readonly dataVersion: string;
  readonly tables: TableVersions;
  readonly broken: readonly BrokenRule[];
  readonly terms: readonly KeptTerm[];
  readonly ownerId: string | null;
  readonly sharedWith: readonly string[];
}

interface Lists {
  readonly members: readonly MembersOfLevel[];
  readonly firstData: string | null;
  readonly lastData: string | null;
}

/** What is ready of a model whoever asks, but for the day. */
type Prepared = Omit<ReadyModel, 'calendar' | 'tables' | 'broken' | 'terms'> & { readonly lists: Lists };

/** Members of a level beyond this many are not indexed; the level can still be broken down by. */
const MOST_MEMBERS = 200_000;
/** Indexes that are kept ready: one for each model and each way of seeing it. */
const MOST_READY = 60;

/** Whoever asks; guests of a link have groups only. */
type Asker = Pick<Person, 'groups'> & { readonly id?: string };

/** The terms that hold for somebody, their own first; what is told of members they may not know is none of theirs. */
function termsFor(terms: readonly KeptTerm[], person: Asker, sight: Sight): Term[] {
  const rank = (term: KeptTerm) => (term.by === person.id ? 0 : term.forGroup === '' ? 2 : 1);
  return terms
    .filter((term) => holdsFor(term, person) && sight.text(term.means) === term.means)
    .sort((a, b) => rank(a) - rank(b))
    .map(({ id, term, means, kind }) => ({ id, term, means, kind }));
}

const quoted = (name: string) => `"${name.replace(/"/g, '""')}"`;
const digest = (text: string) => createHash('sha256').update(text).digest('base64url').slice(0, 22);

export class ModelLibrary {
  private readonly states = new SharedReads<ModelState>();
  private readonly accesses = new WeakMap<Model, Map<string, Access>>();
  private readonly compiled = new Map<string, { version: string; model: Model }>();
  private readonly ready = new Map<
    string,
    Promise<Omit<ReadyModel, 'calendar' | 'tables' | 'broken' | 'terms'> & { lists: Lists }>
  >();

  constructor(
    private readonly database: Database,
    /** The clock, for models whose reference day is today. */
    private readonly today: () => string,
  ) {}

  /**
   * @throws Problem 404 where there is no such model
   * @throws ModelGone where it was taken away
   * @throws ModelKept where it is somebody's own and not shared with whoever asks
   * @throws ModelAtFault where it does not fit its tables
   */
  async get(id: string, person: Asker): Promise<ReadyModel> {
    const state = await this.states.get(id, () => this.stateOf(id));
    if (!maySee(state, person.id)) throw new ModelKept();
    const { model, fileVersion, dataVersion, tables, broken, terms } = state;
    const access = this.accessOf(model, person.groups);
    const version = `${fileVersion}/${dataVersion}`;
    const found = this.once(`${id} ${access.key}`, version, () => this.prepare(model, access, version, dataVersion));
    const { lists, ...rest } = await found;
    return {
      ...rest,
      tables,
      broken,
      terms: termsFor(terms, person, rest.sight),
      calendar: this.calendarOf(model, lists),
    };
  }

  /** Which loads a model reads now. @throws ModelGone where it was taken away; Problem 404 where there never was one */
  async dataVersionOf(id: string): Promise<string> {
    return (await this.states.get(id, () => this.stateOf(id))).dataVersion;
  }

  /**
   * A model file that is not published, as one person would be asked by it. Nothing of it is stored.
   * @throws ModelAtFault where it does not fit its tables
   */
  async unpublished(file: ModelFile, person: Asker): Promise<ReadyModel> {
    const saved = await savedOf(this.database.store, file.id);
    const model = compileModel(withoutOversized(withSaved(file, saved)));
    const access = accessFor(model, person.groups);
    const { version: dataVersion, tables, broken } = await dataVersionOf(this.database, tablesOf(model.file));
    const version = `draft ${digest(JSON.stringify(model.file))}/${dataVersion}`;
    const [{ lists, ...rest }, terms] = await Promise.all([
      this.once(`draft of ${file.id} ${access.key}`, version, () =>
        this.prepare(model, access, version, dataVersion, false),
      ),
      termsOf(this.database.store, file.id),
    ]);
    return {
      ...rest,
      tables,
      broken,
      terms: termsFor(terms, person, rest.sight),
      calendar: this.calendarOf(model, lists),
    };
  }

  /** What was made ready last of a model as some people see it, as long as model and data are the same. */
  private once(key: string, version: string, make: () => Promise<Prepared>): Promise<Prepared> {
    const wanted = `${key} ${version}`;
    const there = this.ready.get(wanted);
    if (there !== undefined) return there;
    const made = make();
    for (const other of this.ready.keys()) if (other.startsWith(`${key} `)) this.ready.delete(other);
    this.ready.set(wanted, made);
    for (const oldest of this.ready.keys()) if (this.ready.size > MOST_READY) this.ready.delete(oldest);
    made.catch(() => this.ready.delete(wanted));
    return made;
  }

  /** Told once for each model and set of groups: rules may name many members. */
  private accessOf(model: Model, groups: readonly string[]): Access {
    const known = this.accesses.get(model) ?? new Map<string, Access>();
    this.accesses.set(model, known);
    const key = JSON.stringify([...groups].sort());
    const access = known.get(key) ?? accessFor(model, groups);
    known.set(key, access);
    return access;
  }

  /**
   * Who looks at what was asked of a model: also where it cannot be asked just now, or was taken away.
   * @throws Problem 404 where there never was such a model
   */
  async viewer(id: string, person: Asker): Promise<Viewer> {
    try {
      const ready = await this.get(id, person);
      return { access: ready.access, ready };
    } catch (error) {
      if (error instanceof ModelKept) return { access: SEES_NOTHING, ready: null };
      if (!(error instanceof ModelAtFault) && !(error instanceof ModelGone)) throw error;
      const [row] = await this.database.store
        .select({ file: models.file, ownerId: models.ownerId, sharedWith: models.sharedWith })
        .from(models)
        .where(eq(models.id, id));
      if (!row) throw notFound('model');
      if (!maySee(row, person.id)) return { access: SEES_NOTHING, ready: null };
      return { access: accessFor(compileModel(withoutOversized(row.file)), person.groups), ready: null };
    }
  }

  /** Texts about any model (titles of boards, news) as a person may read them: without names of members they may not know. */
  async textFor(person: Asker): Promise<(text: string) => string> {
    const limited = await modelsThatLimit(this.database.store, person.groups);
    const viewers = await Promise.all(limited.map((id) => this.viewer(id, person)));
    // a model that cannot be asked cannot say which names are of its members
    return (text) => viewers.reduce((told, viewer) => (viewer.ready === null ? told : textFor(viewer, told)), text);
  }

  /** The model as it is now, and which loads of its tables there are. */
  private async stateOf(id: string): Promise<ModelState> {
    // the file itself is read only when it changed
    const before = this.compiled.get(id)?.model ?? null;
    const loads = (model: Model) => dataVersionOf(this.database, tablesOf(model.file));
    const [[row], saved, terms, found] = await Promise.all([
      this.database.store
        .select({
          digest: models.digest,
          gone: models.deletedAt,
          ownerId: models.ownerId,
          sharedWith: models.sharedWith,
        })
        .from(models)
        .where(eq(models.id, id)),
      savedOf(this.database.store, id),
      termsOf(this.database.store, id),
      before === null ? null : loads(before),
    ]);
    if (!row) throw notFound('model');
    if (row.gone !== null) throw new ModelGone(id);
    const model = await this.compile(id, row.digest, saved);
    const {
      version: dataVersion,
      tables,
      broken,
    } = found !== null && model.model === before ? found : await loads(model.model);
    const { ownerId, sharedWith } = row;
    return { model: model.model, fileVersion: model.version, dataVersion, tables, broken, terms, ownerId, sharedWith };
  }

  /** A model is told by its content: the same id may stand for another one, made after the first was taken away. */
  private async compile(
    id: string,
    known: string,
    saved: readonly Saved[],
  ): Promise<{ readonly version: string; readonly model: Model }> {
    const versionOf = (file: string) => (saved.length === 0 ? file : `${file}.${digest(JSON.stringify(saved))}`);
    const there = this.compiled.get(id);
    if (there?.version === versionOf(known)) return there;
    const [row] = await this.database.store
      .select({ file: models.file, digest: models.digest })
      .from(models)
      .where(eq(models.id, id));
    if (!row) throw notFound('model');
    const made = { version: versionOf(row.digest), model: compileModel(withoutOversized(withSaved(row.file, saved))) };
    this.compiled.set(id, made);
    return made;
  }

  private async prepare(base: Model, access: Access, version: string, dataVersion: string, keep = true) {
    const catalogue = await catalogueOf(this.database);
    const faults = tableFaults(base.file, catalogue);
    if (faults.length > 0) throw new ModelAtFault(base.id, faults);
    try {
      const lists = await this.lists(base, access, version, keep);
      const limited = access.key !== SEES_ALL;
      const known = new Map(lists.members.map(({ level, members }) => [level, new Set(members)]));
      const model = limited
        ? compileModel(
            withKnownMembers(
              withoutColumns(base.file, access.hidden),
              (level, member) => known.get(level)?.has(member) ?? false,
            ),
          )
        : base;
      if (model.measures.size === 0)
        throw new ModelAtFault(base.id, [{ place: 'measures', reason: 'nothing of it is shown to you.' }]);
      const names = await inSlices(NameIndex.inSteps(model, lists.members));
      const hasHours = (column: ColumnRef) =>
        catalogue.get(model.tables.get(column.table)?.source ?? column.table)?.get(column.column) === 'timestamp';
      const sight = limited
        ? await inSlices(limitedSight(names, await this.allMembers(base, version, keep)))
        : WHOLE_SIGHT;
      return {
        model,
        names,
        naming: namingOf(names),
        access,
        rules: access.rules,
        hidden: access.hidden,
        sight,
        hasHours,
        places: await this.placesOf(model, names),
        dataVersion,
        version,
        lists,
      };
    } catch (error) {
      // what the columns hold does not fit what the model takes them for
      if (dataFault(error) !== null)
        throw new ModelAtFault(base.id, [
          {
            place: 'tables',
            reason: `its tables do not fit it (${error instanceof Error ? error.message : 'they cannot be read'}).`,
          },
        ]);
      throw error;
    }
  }

  /** The members that there are, whoever may know them. */
  private async allMembers(base: Model, version: string, keep: boolean): Promise<readonly MembersOfLevel[]> {
    const lists = await this.lists(base, { rules: [], hidden: new Set(), key: SEES_ALL }, version, keep);
    return lists.members;
  }

  /** Longitude and latitude of the members of each level whose coordinates the model names; the middle where a member has several. */
  private async placesOf(model: Model, names: NameIndex): Promise<ReadonlyMap<string, Places>> {
    const found = new Map<string, Places>();
    for (const [id, { level, source }] of model.levels) {
      if (level.latitude === undefined || level.longitude === undefined) continue;
      const table = `${DATA_SCHEMA}.${quoted(model.tables.get(source.table)?.source ?? source.table)}`;
      const { rows } = await this.database.readers.query<{ member: string; longitude: number; latitude: number }>(
        `select ${quoted(source.column)}::text as member, avg(${quoted(level.longitude)})::float8 as longitude, avg(${quoted(level.latitude)})::float8 as latitude from ${table} where ${quoted(source.column)} is not null and ${quoted(level.longitude)} is not null and ${quoted(level.latitude)} is not null group by 1`,
      );
      found.set(
        id,
        new Map(
          rows
            .filter((row) => names.hasMember(id, row.member))
            .map((row) => [row.member, [row.longitude, row.latitude] as const]),
        ),
      );
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

  /** @param keep whether they are kept for the next time, as those of the model that is published are */
  private async lists(model: Model, access: Access, version: string, keep: boolean): Promise<Lists> {
    const { store } = this.database;
    const where = and(eq(memberLists.modelId, model.id), eq(memberLists.ruleKey, access.key));
    const [kept] = await store.select().from(memberLists).where(where);
    if (kept?.version === version) return kept;
    const members: { level: string; members: string[] }[] = [];
    for (const [id, { source }] of model.levels)
      if (!access.hidden.has(`${source.table}.${source.column}`))
        members.push({ level: id, members: await this.membersOf(model, id, access) });
    const extent = await this.extent(model);
    const row = { modelId: model.id, ruleKey: access.key, version, members, ...extent };
    if (!keep) return row;
    await store
      .insert(memberLists)
      .values(row)
      .onConflictDoUpdate({ target: [memberLists.modelId, memberLists.ruleKey], set: row });
    return { members, ...extent };
  }

  /** The members of a level that the rules leave visible: a plan like any other, so that the rules are those of all answers. */
  private async membersOf(model: Model, levelId: string, { rules, hidden }: Access): Promise<string[]> {
    const plan = membersPlan(levelId, model, rules, hidden, MOST_MEMBERS);
    if (plan === null) return [];
    const { text, parameters } = postgresqlQuery(plan, DATA_SCHEMA);
    const { rows } = await this.database.readers.query<[string | null]>({
      text,
      values: [...parameters],
      rowMode: 'array',
    });
    return rows.map(([member]) => member ?? NO_NAME);
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
