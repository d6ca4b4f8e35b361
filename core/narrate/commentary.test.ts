import type { Note } from '../language/read';
import { commentaryOf, type CommentedAnswer } from './commentary';

const answer = (
  tile: string,
  plainHeadline: string,
  notes: readonly Note[] = [],
  outcome: CommentedAnswer['outcome'] = 'answered',
): CommentedAnswer => ({ tile, title: null, outcome, plainHeadline, notes });

test('headlines first, then what stands out, each with its tile; the same words are said once', () => {
  const told = commentaryOf([
    answer('a', 'Sales rose 3 %', [{ kind: 'caveat', text: 'To the 17th only' }]),
    answer('b', 'Sales rose 3 %'),
    answer('c', 'North leads', [{ kind: 'finding', text: 'North makes up 60 % of the change.' }]),
    answer('d', 'Nothing here', [], 'empty'),
  ]);
  expect(told).toEqual([
    { tile: 'a', text: 'Sales rose 3 %.', kind: 'headline' },
    { tile: 'c', text: 'North leads.', kind: 'headline' },
    { tile: 'c', text: 'North makes up 60 % of the change.', kind: 'finding' },
    { tile: 'a', text: 'To the 17th only.', kind: 'caveat' },
  ]);
});

test('it stays one to be read: what stands out has its place among many headlines', () => {
  const told = commentaryOf(
    Array.from({ length: 20 }, (_, at) =>
      answer(`t${at}`, `Headline ${at}`, at === 15 ? [{ kind: 'finding', text: 'An outlier.' }] : []),
    ),
  );
  expect(told).toHaveLength(7);
  expect(told.map((one) => one.text)).toContain('An outlier.');
});
