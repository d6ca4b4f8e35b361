/** How names stand in a sentence so that they are read back: bare where that is enough, with their level or in quotation marks where not. */
import { level as levelOf } from '../model/model';
import type { Naming } from '../reading/words';
import { FUNCTION_WORDS } from './grammar/grammar';
import { namedKey, type NameIndex } from './names/name-index';
import { nameWords, tokenise } from './tokens';

const lowerFirst = (text: string) => (/^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text);

export function namingOf(names: NameIndex): Naming {
  const memo = new Map<string, string>();
  const member = (level: string, name: string): string => {
    const others = new Set(names.exactly(nameWords(name)).map((match) => namedKey(match.named)));
    others.delete(namedKey({ kind: 'member', id: level, member: name }));
    const text = readsBare(name) ? name : `“${name}”`;
    return others.size === 0 ? text : `${lowerFirst(levelOf(names.model, level).level.name)} ${text}`;
  };
  return {
    model: names.model,
    member(level, name) {
      const key = `${level} ${name}`;
      const there = memo.get(key);
      if (there !== undefined) return there;
      const text = member(level, name);
      memo.set(key, text);
      return text;
    },
    name: (text) => text,
  };
}

/** Is the name made of plain words, none of which the grammar uses? */
function readsBare(name: string): boolean {
  if (/[“”"]/.test(name)) return true;
  const tokens = tokenise(name);
  return (
    tokens.length > 0 &&
    tokens.every((token) => token.kind === 'word' && !FUNCTION_WORDS.has(token.word)) &&
    /^[\p{L}\d' ’-]+$/u.test(name) &&
    !/^\d/.test(name)
  );
}
