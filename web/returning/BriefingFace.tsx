/** One page of an edition: headline, sentence, figures, picture, and what is said beneath it. */
import styled from 'styled-components';
import type { EditionPage } from '@zud/core/contract/briefings';
import { SERIF } from '../app/theme';
import { Chart } from '../charts/Chart';
import { AnswerTable } from '../inquiry/table/AnswerTable';
import { TextButton } from '../parts/controls';
import { SentenceLine } from '../parts/SentenceLine';

const Face = styled.article`
  max-width: 760px;
  display: grid;
  gap: 12px;
  h2 {
    font: 600 25px/1.32 ${SERIF};
    text-wrap: balance;
  }
  small {
    color: var(--quiet);
  }
  > p,
  li {
    font: 400 17px/1.5 ${SERIF};
  }
  ul {
    display: grid;
    gap: 6px;
  }
`;
const Figures = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 34px;
  dt {
    font-size: 11.5px;
    color: var(--quiet);
  }
  dd {
    font: 600 25px/1.3 ${SERIF};
  }
  div {
    display: flex;
    flex-direction: column-reverse;
  }
`;
const Picture = styled.div`
  height: 330px;
  min-width: 0;
`;

export function BriefingFace({
  page,
  heading,
  onAsk,
}: {
  page: EditionPage;
  heading?: string;
  onAsk: (() => void) | null;
}) {
  const { answer, chart } = page;
  const drawn = answer !== null && chart !== null && chart.kind !== 'number' && answer.rows.length > 0;
  const caveats = page.notes.filter(({ kind }) => kind === 'caveat');
  return (
    <Face>
      {heading === undefined ? null : <small>{heading}</small>}
      <h2>{page.kind === 'text' ? page.title : (page.headline ?? page.title)}</h2>
      {page.sentence === null ? null : <SentenceLine sentence={page.sentence} small />}
      {page.words === null ? null : page.words.split('\n').map((line, index) => <p key={index}>{line}</p>)}
      {page.figures.length === 0 ? null : (
        <Figures>
          {page.figures.map((figure) => (
            <div key={figure.label}>
              <dt>
                {figure.label}
                {figure.change === null ? '' : `, ${figure.change}`}
              </dt>
              <dd>{figure.text}</dd>
            </div>
          ))}
        </Figures>
      )}
      {drawn ? (
        chart.kind === 'table' ? (
          <AnswerTable answer={answer} view={page.reading?.view ?? null} />
        ) : (
          <Picture>
            <Chart chart={chart} answer={answer} label={page.headline ?? page.title} />
          </Picture>
        )
      ) : null}
      {page.texts.length === 0 ? null : (
        <ul>
          {page.texts.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      {caveats.map(({ text }) => (
        <small key={text}>{text}</small>
      ))}
      {onAsk === null ? null : (
        <span>
          <TextButton onPress={onAsk}>ask on</TextButton>
        </span>
      )}
    </Face>
  );
}
