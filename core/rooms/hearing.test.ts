import { addressed, asksForHelp, asksWhatHappened, onlyThanks } from './hearing';

test.each([
  ['zud: passengers by coast', 'passengers by coast'],
  ['Zud, and by month?', 'and by month?'],
  ['hey zud passengers by coast', 'passengers by coast'],
  ['@zud passengers', 'passengers'],
  ['Good morning Zud! revenue last week', 'revenue last week'],
  ['what was revenue last week, zud?', 'what was revenue last week?'],
  ['can you tell us, @Zud, how many passengers', 'can you tell us, how many passengers'],
  ['zud', ''],
  // a question that begins with a word that could tell about it, but is to it
  ['zud, is revenue down', 'is revenue down'],
])('“%s” is to Zud', (said, words) => {
  expect(addressed(said)).toBe(words);
});

test.each([
  'passengers by coast',
  'I asked zud about that yesterday and it was fine',
  'Zud is wrong about May, I think',
  'Zudmore is a lovely harbour',
  'write to zud-team about it',
  'Zud has told us so',
])('“%s” is to somebody else', (said) => {
  expect(addressed(said)).toBeNull();
});

test('what is asked of the room itself', () => {
  for (const words of ['what happened while I was away?', 'did I miss anything', 'catch me up please'])
    expect(asksWhatHappened(words)).toBe(true);
  for (const words of ['what happened?', 'what has happened here', 'what’s happened in this room?'])
    expect(asksWhatHappened(words)).toBe(true);
  // what is asked of the data is no question about the room
  for (const words of [
    'passengers while it was stormy',
    'what happened to revenue in May',
    'what happened in August 2025?',
    'what has happened with delays since June',
  ])
    expect(asksWhatHappened(words)).toBe(false);
  for (const words of ['', 'help', 'What can I ask here?', 'hello!']) expect(asksForHelp(words)).toBe(true);
  expect(asksForHelp('help desk calls by month')).toBe(false);
  expect(onlyThanks('thanks a lot!')).toBe(true);
  expect(onlyThanks('thanks, and by month')).toBe(false);
});
