import { filled, Names } from './filling';

const names = () => {
  const made = new Names();
  made.give('Route', 'Tolmar – Pellin');
  made.give('Cancellation rate', '4.2 %');
  return made;
};

test('names in braces stand for what the answer says, whatever their capitals and spaces', () => {
  expect(filled('Check {route}: {cancellation  rate}', names())).toEqual({
    text: 'Check Tolmar – Pellin: 4.2 %',
    unfilled: [],
  });
});

test('a name that nothing stands for is left out and told; the first that takes a name keeps it', () => {
  expect(filled('Check {vessel} of {route}', names())).toEqual({
    text: 'Check of Tolmar – Pellin',
    unfilled: ['vessel'],
  });
  const made = names();
  made.give('route', 'Another');
  expect(filled('{route}', made).text).toBe('Tolmar – Pellin');
});

test('what a value says in braces is not filled again', () => {
  const made = new Names();
  made.give('route', '{me}');
  made.give('me', 'Mira');
  expect(filled('{route}', made).text).toBe('{me}');
});
