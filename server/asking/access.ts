/** What of a model's data a person may see, told from the groups they are in: row rules and hidden columns. */
import { createHash } from 'node:crypto';
import { hiddenColumns } from '@zud/core/model/visible';
import type { Model } from '@zud/core/model/model';
import { ruleOn, type RowRule } from '@zud/core/query/scan';
import { listWords } from '@zud/core/reading/words';

export interface Access {
  readonly rules: readonly RowRule[];
  /** Columns that are hidden, as `table.column`. */
  readonly hidden: ReadonlySet<string>;
  /** The same for people who see the same, and for no others. */
  readonly key: string;
}

/** The key of those who see everything. */
export const SEES_ALL = 'all';

/** The access of those with whom a model is not shared: its key is that of no answer. */
export const SEES_NOTHING: Access = { rules: [], hidden: new Set(), key: 'nothing' };

/** The access of those who are in these groups. Rules of several groups on one level are joined, rules on several levels all hold. */
export function accessFor(model: Model, groups: readonly string[]): Access {
  const byLevel = new Map<string, Set<string>>();
  for (const rule of model.file.rowRules)
    if (groups.includes(rule.group))
      byLevel.set(rule.level, new Set([...(byLevel.get(rule.level) ?? []), ...rule.members]));
  const rules = [...byLevel]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([level, members]) => ruleOn(model, level, [...members].sort()));
  const hidden = hiddenColumns(model.file, groups);
  const all = rules.length === 0 && hidden.size === 0;
  const said = JSON.stringify([
    rules.map(({ column, members }) => [column.table, column.column, members]),
    [...hidden].sort(),
  ]);
  return { rules, hidden, key: all ? SEES_ALL : createHash('sha256').update(said).digest('base64url') };
}

/**
 * What a person is told wherever they look at what others made: that they see a part of it. Null for those who see all.
 * @example 'You see Outer Isles only, so your numbers may differ from those of others.'
 */
export function limitWords({ rules, hidden }: Access): string | null {
  if (rules.length === 0)
    return hidden.size === 0 ? null : 'Some columns of these data are not shown to you; what needs them is left out.';
  return `You see ${seenWords(rules)} only, so your numbers may differ from those of others.`;
}

/** The same for whoever reads a file that a person took along. */
export function limitOfFile({ rules }: Access): string | null {
  return rules.length === 0
    ? null
    : `Of all records these figures count ${seenWords(rules)} only: whoever took them along sees no more.`;
}

const seenWords = (rules: Access['rules']) =>
  listWords(
    rules.map(({ name, members }) =>
      members.length > 3 ? `${members.length} members of ${name.toLowerCase()}` : listWords(members, 'and'),
    ),
    'and',
  );
