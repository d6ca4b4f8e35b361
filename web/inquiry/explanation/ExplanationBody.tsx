/** An explanation: a bridge of its parts, and each part in words with its amount, opened as a step of its own. */
import { useId } from 'react';
import styled from 'styled-components';
import type { Explanation, ExplanationPart } from '@zud/core/analysis/explain/explanation';
import type { ChartDescription } from '@zud/core/chart/description';
import { formatCell, formatSize } from '@zud/core/format/format';
import type { Answer } from '@zud/core/query/answer';
import type { Reading } from '@zud/core/reading/schema';
import { NARROW, SERIF } from '../../app/theme';
import { TextButton } from '../../parts/controls';
import { BridgePicture } from './BridgePicture';
import { IntervalPicture } from './IntervalPicture';
import { SmallLinePicture } from '../../parts/SmallLinePicture';

const Body = styled.div`
  display: grid;
  align-content: start;
  gap: 8px;
  min-height: 0;
  overflow: auto;
`;
const Parts = styled.ol`
  border-top: 1px solid var(--line);
  > li {
    display: grid;
    grid-template-columns: 26px minmax(0, 1fr) 132px 130px;
    gap: 4px 14px;
    padding: 12px 0 11px;
    border-bottom: 1px solid var(--line);
    align-items: start;
  }
  p {
    font: 400 16.5px/1.42 ${SERIF};
  }
  @media (max-width: ${NARROW}) {
    > li {
      grid-template-columns: 22px minmax(0, 1fr) auto;
    }
    > li > figure {
      display: none;
    }
  }
`;
const Place = styled.span`
  font: 400 17px/1.4 ${SERIF};
  color: var(--quiet);
`;
const Amount = styled.div`
  text-align: right;
  b {
    display: block;
    font: 600 18px/1.3 ${SERIF};
    font-variant-numeric: tabular-nums;
  }
  span {
    color: var(--quiet);
    font-size: 12px;
  }
`;
const Acts = styled.span`
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  margin-top: 4px;
  font-size: 13px;
`;

export function ExplanationBody(props: {
  explanation: Explanation;
  chart: ChartDescription;
  answer: Answer;
  canAsk: boolean;
  onOpen: (reading: Reading, label: string) => void;
}) {
  const { explanation, chart, answer } = props;
  const heading = useId();
  const along = explanation.parts;
  const against = explanation.against ?? [];
  const ends = [...along, ...against].flatMap((part) => intervalOf(part)?.range ?? []);
  const within = ends.length === 0 ? null : ([Math.min(0, ...ends), Math.max(0, ...ends)] as const);
  return (
    <Body>
      {explanation.total === undefined ? null : (
        <div>
          <BridgePicture
            explanation={explanation}
            value={chart.series[0]?.column ?? effectColumn(answer)}
            effect={effectColumn(answer)}
            ends={{ before: chart.categories[0] ?? 'Before', now: chart.categories.at(-1) ?? 'Now' }}
          />
        </div>
      )}
      <section aria-labelledby={heading}>
        <h2 id={heading} hidden>
          Parts
        </h2>
        <Parts aria-labelledby={heading}>
          {along.map((part, index) => (
            <Part key={keyOf(part)} place={String(index + 1)} part={part} within={within} {...props} />
          ))}
          {against.map((part) => (
            <Part key={keyOf(part)} place="–" part={part} within={within} {...props} other />
          ))}
          {explanation.rest === undefined ? null : (
            <li>
              <Place aria-hidden="true">–</Place>
              <p>{explanation.evenly ? 'All of it, in proportion.' : 'The rest, in proportion.'}</p>
              <Amount>
                <b>{formatCell(explanation.rest.effect, effectColumn(answer))}</b>
              </Amount>
            </li>
          )}
        </Parts>
      </section>
    </Body>
  );
}

const keyOf = (part: ExplanationPart): string => `${part.kind} ${part.name} ${JSON.stringify(part.members)}`;

/** What is drawn of a part: its effect with the range it lies in; of two sides, how far they lie apart, as their measures differ in unit. */
function intervalOf({ apart, effect, range }: ExplanationPart): {
  readonly at: number;
  readonly range: readonly [number, number];
} | null {
  if (apart !== undefined) return { at: apart.standardised, range: [apart.low, apart.high] };
  return range === undefined ? null : { at: effect, range };
}

const effectColumn = ({ columns }: Answer) =>
  columns.find((column) => column.as === 'difference') ?? { key: 'effect', label: '', role: 'measure' as const };

function Part({
  place,
  part,
  answer,
  canAsk,
  onOpen,
  within,
  other = false,
}: {
  /** The ends of all intervals, on which each is drawn. */
  within: readonly [number, number] | null;
  place: string;
  part: ExplanationPart;
  answer: Answer;
  canAsk: boolean;
  onOpen: (reading: Reading, label: string) => void;
  other?: boolean;
}) {
  const { next } = part;
  const interval = intervalOf(part);
  return (
    <li>
      <Place aria-hidden="true">{place}</Place>
      <div>
        <p>
          {other ? 'The other way: ' : ''}
          {part.text}
        </p>
        {canAsk ? (
          <Acts>
            <TextButton aria-label={`Open ${part.name}`} onPress={() => onOpen(part.reading, part.name)}>
              open
            </TextButton>
            {next === undefined ? null : (
              <TextButton
                onPress={() => onOpen(next.reading, `${part.name}, ${next.label.replace(/^next level: /, '')}`)}
              >
                {next.label}
              </TextButton>
            )}
          </Acts>
        ) : null}
      </div>
      <Amount>
        <b>{formatCell(interval?.at ?? part.effect, effectColumn(answer))}</b>
        {part.apart === undefined ? null : <span>standard deviations</span>}
        {part.share === undefined || Math.abs(part.share) > 10 ? null : (
          <span>{other ? '' : `${formatSize(part.share)} of the change`}</span>
        )}
      </Amount>
      {interval !== null && within !== null ? (
        <IntervalPicture at={interval.at} range={interval.range} within={within} />
      ) : part.line === undefined ? null : (
        <SmallLinePicture line={part.line} />
      )}
    </li>
  );
}
