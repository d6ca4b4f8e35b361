import { tokenise } from '../tokens';
import { FormIndex, formOf, match, passesOverName, type Situated } from './form';

const CLASSES = { put: ['put', 'throw in'] };
const situated = (text: string, left = 10_000): Situated => {
  const tokens = tokenise(text);
  return {
    tokens,
    steps: { left },
    ends: (category, start) => (category === 'Number' && tokens[start]?.kind === 'number' ? [start + 1] : []),
    isName: (at) => tokens[at]?.word === 'atm',
    isContent: (at) => tokens[at]?.kind === 'number',
  };
};
/** What the slots of a form hold when it covers a whole text; null where it does not. */
const held = (form: string, text: string, left?: number): Record<string, string> | null => {
  const at = situated(text, left);
  const found = match(formOf(form, CLASSES), at, 0, at.tokens.length);
  return (
    found &&
    Object.fromEntries(
      [...found.slots].map(([name, { start, end }]) => [
        name,
        at.tokens
          .slice(start, end)
          .map((token) => token.text)
          .join(' '),
      ]),
    )
  );
};

test('words, alternatives, options and classes', () => {
  expect(held('@put {x} [right] (there|next to it)', 'throw in the blue boxes next to it')).toEqual({
    x: 'the blue boxes',
  });
  expect(held('@put {x} [right] (there|next to it)', 'put boxes right there')).toEqual({ x: 'boxes' });
  expect(held('@put {x} [right] (there|next to it)', 'put boxes here')).toBeNull();
});

test('articles, courtesies and commas may stand before anything', () => {
  expect(held('only {n:Number}', 'only, please, the 5')).toEqual({ n: '5' });
});

test('a slot of a category takes only what is read as that; a slot named twice holds the same words', () => {
  expect(held('top {n:Number}', 'top dogs')).toBeNull();
  expect(held('{g} by {g}', 'month by month')).toEqual({ g: 'month' });
  expect(held('{g} by {g}', 'month by week')).toBeNull();
});

test('open words hold no number and no name', () => {
  expect(held('for the {-} i need {x}', 'for the board pack i need boxes')).toEqual({ x: 'boxes' });
  expect(held('for the {-} i need {x}', 'for the 5 i need boxes')).toBeNull();
});

test('what a contraction leaves unsaid may be missing, and signs stand as they are cut', () => {
  expect(held('what is {x}', "what's that")).toEqual({ x: 'that' });
  expect(held('m/m', 'm/m')).toEqual({});
});

test('a form is given up when its steps are used up', () => {
  expect(held('{a} x {b} y {c} z', 'q x q x q x q y q z')).not.toBeNull();
  expect(held('{a} x {b} y {c} z', 'q x q x q x q y q z', 5)).toBeNull();
});

test('among many forms those are found that the words of a text may meet, in their order', () => {
  const lines = ['[please] (drop|remove) {x}', '{x} as {y}', '{x}', '(remove|hide) {x} now'];
  const index = new FormIndex(lines.map((line) => ({ line, form: formOf(line, CLASSES) })));
  const possible = (text: string) => index.possible(new Set(text.split(' '))).map(({ line }) => line);
  expect(possible('remove boxes now')).toEqual([lines[0], lines[2], lines[3]]);
  expect(possible('remove boxes')).toEqual([lines[0], lines[2]]);
  expect(possible('please boxes')).toEqual([lines[2]]);
});

test('a form that is not well made, or names a class that there is not, is refused at once', () => {
  expect(() => formOf('(a|b', CLASSES)).toThrow(/brackets/);
  expect(() => formOf('@nothing {x}', CLASSES)).toThrow(/no class/);
});

test('words of a form pass over no name; a slot may hold one', () => {
  const over = (form: string, text: string) => {
    const at = situated(text);
    const found = match(formOf(form, CLASSES), at, 0, at.tokens.length);
    return found === null ? null : passesOverName(found, 0, at);
  };
  expect(over('(tho|atm) {x}', 'atm withdrawals')).toBe(true);
  expect(over('(tho|only) {x}', 'only atm withdrawals')).toBe(false);
});
