/** Files that were brought, and how each became a table. */
import { and, desc, eq, isNull, lt, type SQL } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import type { Choices } from '@zud/core/data/proof';
import type { ImportProof } from '@zud/core/contract/imports';
import type { Store } from './database';
import { imports, loadedTables, recipes, secrets } from './schema';

export type ImportRow = typeof imports.$inferSelect;
export type Recipe = typeof recipes.$inferSelect;

export async function newImport(
  store: Store,
  made: Pick<ImportRow, 'id' | 'personId' | 'filename' | 'bytes' | 'hash'> &
    Partial<Pick<ImportRow, 'address' | 'etag' | 'modified'>>,
): Promise<ImportRow> {
  const [row] = await store.insert(imports).values(made).returning();
  return row as ImportRow;
}

/** @returns null where the person has brought no such file */
export async function importOf(store: Store, id: string, personId: string): Promise<ImportRow | null> {
  const [row] = await store
    .select()
    .from(imports)
    .where(and(eq(imports.id, id), eq(imports.personId, personId)));
  return row ?? null;
}

export async function changeImport(
  store: Store,
  id: string,
  change: Partial<Pick<ImportRow, 'state' | 'problem' | 'sheet' | 'choices' | 'proof'>>,
): Promise<ImportRow | null> {
  const [row] = await store.update(imports).set(change).where(eq(imports.id, id)).returning();
  return row ?? null;
}

export async function dropImport(store: Store, id: string): Promise<void> {
  await store.delete(imports).where(eq(imports.id, id));
}

/**
 * What is known of a table that was brought before: its recipe, if the file is of the same bytes, rows or layout.
 * @param among of which tables it may be
 */
export async function sameBefore(
  store: Store,
  among: SQL | undefined,
  hash: string,
  proof: Pick<ImportProof, 'layout' | 'fingerprint'> | null,
): Promise<{ readonly recipe: Recipe; readonly how: 'bytes' | 'rows' | 'layout' } | null> {
  const all = (
    await store
      .select({ recipe: recipes })
      .from(recipes)
      .innerJoin(loadedTables, eq(loadedTables.name, recipes.tableName))
      .where(among)
      .orderBy(desc(recipes.at))
  ).map(({ recipe }) => recipe);
  const bytes = all.find((one) => one.hash === hash);
  if (bytes !== undefined) return { recipe: bytes, how: 'bytes' };
  if (proof === null) return null;
  const rows = all.find((one) => one.fingerprint === proof.fingerprint && one.layout === proof.layout);
  if (rows !== undefined) return { recipe: rows, how: 'rows' };
  const layout = proof.layout === '' ? undefined : all.find((one) => one.layout === proof.layout);
  return layout === undefined ? null : { recipe: layout, how: 'layout' };
}

export async function keepRecipe(
  store: Store,
  kept: {
    readonly tableName: string;
    readonly personId: string | null;
    readonly file: Pick<ImportRow, 'hash' | 'sheet'>;
    readonly proof: ImportProof;
    readonly choices: Choices;
  },
): Promise<void> {
  const { tableName, personId, file, proof, choices } = kept;
  const values = {
    layout: proof.layout,
    fingerprint: proof.fingerprint,
    hash: file.hash,
    sheet: file.sheet,
    choices,
    personId,
    at: new Date(),
  };
  await store
    .insert(recipes)
    .values({ tableName, ...values })
    .onConflictDoUpdate({ target: recipes.tableName, set: values });
}

/** How the files of a table are read; null where none was brought. */
export async function recipeOf(store: Store, tableName: string): Promise<Recipe | null> {
  const [row] = await store.select().from(recipes).where(eq(recipes.tableName, tableName));
  return row ?? null;
}

export async function dropRecipe(store: Store, tableName: string): Promise<void> {
  await store.delete(recipes).where(eq(recipes.tableName, tableName));
}

/** Hours after which a file that became nothing is taken away. */
const KEPT_HOURS = 24;

/** Files that a person began and that became nothing since a day. */
export async function abandoned(store: Store, personId: string, now: Date): Promise<ImportRow[]> {
  const early = new Date(now.getTime() - KEPT_HOURS * 3_600_000);
  return store
    .select()
    .from(imports)
    .where(and(eq(imports.personId, personId), isNull(imports.tableName), lt(imports.createdAt, early)));
}

/** What stays known of a file that became a table: its columns, and nothing of what its cells hold. */
export async function becameTable(store: Store, id: string, tableName: string, proof: ImportProof): Promise<void> {
  const { table } = proof;
  await store
    .update(imports)
    .set({ tableName, proof: { ...proof, proposals: [], table: { ...table, name: tableName, leftOut: [] } } })
    .where(eq(imports.id, id));
}

/** The word by which this installation makes pseudonyms; made once. */
export async function pseudonymSecret(store: Store): Promise<string> {
  await store
    .insert(secrets)
    .values({ name: 'pseudonyms', value: randomBytes(32).toString('hex') })
    .onConflictDoNothing();
  const [row] = await store.select().from(secrets).where(eq(secrets.name, 'pseudonyms'));
  return row?.value ?? '';
}
