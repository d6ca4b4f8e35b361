/** Who does what a verb says, by English endings. */
import { isAgent } from './derived';

test.each([
  ['teacher', 'taught'],
  ['buyer', 'bought'],
  ['editor', 'edits'],
  ['driver', 'drove'],
  ['producer', 'produced'],
  ['runner', 'runs'],
  ['carrier', 'carried'],
])('the %s is who %s', (noun, verb) => expect(isAgent(noun, verb)).toBe(true));
test.each([
  ['customer', 'bought'],
  ['water', 'wanted'],
  ['doctor', 'docked'],
  ['branch', 'branched'],
])('the %s is not who %s', (noun, verb) => expect(isAgent(noun, verb)).toBe(false));
