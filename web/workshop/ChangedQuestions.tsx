/** What a change would change of the questions that people keep: how many stay, which get other numbers, which are no longer read. */
import { useState } from 'react';
import type { ChangedQuestion, Impact } from '@zud/core/contract/terms';
import { TextButton } from '../parts/controls';
import { Lines } from './Frame';

const FEW = 3;

export function ChangedQuestions({ title, impact }: { title: string; impact: Impact }) {
  const { questions, looked } = impact;
  const of = (test: (one: ChangedQuestion) => boolean) => questions.filter(test);
  const groups = [
    {
      id: 'other',
      words: (count: number) => `${count === 1 ? 'has' : 'have'} other numbers`,
      list: of(({ numbers, before }) => numbers === 'other' && before !== null),
    },
    {
      id: 'new',
      words: () => 'would be answered that were not understood',
      list: of(({ numbers, before }) => numbers !== 'unreadable' && before === null),
    },
    {
      id: 'gone',
      words: (count: number) => `${count === 1 ? 'is' : 'are'} no longer read`,
      list: of(({ numbers }) => numbers === 'unreadable'),
    },
  ].filter(({ list }) => list.length > 0);
  const changed = groups.reduce((sum, { list }) => sum + list.length, 0);
  return (
    <section aria-label={title} style={{ marginTop: 14 }}>
      <h3 style={{ fontSize: 14, fontWeight: 600 }}>{title}</h3>
      <small>
        {looked} saved {looked === 1 ? 'question was' : 'questions were'} read again
      </small>
      <Lines>
        <li>
          <p>
            <b>{looked - changed}</b> as before
          </p>
        </li>
        {groups.map(({ id, words, list }) => (
          <Group key={id} words={words(list.length)} list={list} />
        ))}
      </Lines>
    </section>
  );
}

function Group({ words, list }: { words: string; list: readonly ChangedQuestion[] }) {
  const [all, setAll] = useState(false);
  const shown = all ? list : list.slice(0, FEW);
  return (
    <li>
      <p>
        <b className="signal">{list.length}</b> {words}
      </p>
      <ul>
        {shown.map((one, index) => (
          // the same question may stand in the same place twice
          <li key={`${index} ${one.asked}`} style={{ border: 0, padding: '2px 0' }}>
            <small>
              {one.asked === '' ? '' : `“${one.asked}”, `}
              {one.where}
              {one.before === null ? '' : `: ${one.before}`}
              {one.numbers === 'same' ? '' : ` → ${one.after ?? ''}`}
            </small>
          </li>
        ))}
      </ul>
      {list.length > FEW ? (
        <TextButton onPress={() => setAll(!all)}>{all ? 'fewer' : `all ${list.length}`}</TextButton>
      ) : null}
    </li>
  );
}
