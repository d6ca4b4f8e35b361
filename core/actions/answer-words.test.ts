import { answerWords } from './answer-words';

test('what a program answered, as people read it; what is no data stays as it is', () => {
  expect(answerWords('201: {"order":1007,"state":"taken","lines":[1]}')).toBe('order: 1007 · state: taken');
  expect(answerWords('200: thank you')).toBe('thank you');
  expect(answerWords('200: {"lines":[1]}')).toBe('{"lines":[1]}');
  expect(answerWords('204')).toBe('taken, without a word');
  expect(answerWords('The other side refused it with 409: {"error":"no buses left"}.')).toMatch(/no buses left/);
});
