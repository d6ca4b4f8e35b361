/** One step: headline, sentence, chart, table, working. */
import { useMemo, useState } from 'react';
import { Tab, TabList, TabPanel, Tabs as AriaTabs } from 'react-aria-components';
import styled from 'styled-components';
import { CHART_KINDS, type ChartKind, type Reading } from '@zud/core/reading/schema';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { ModelView, Step } from '../app/api';
import { useInterface, type Side } from '../app/interface-state';
import { NARROW, SERIF } from '../app/theme';
import { Chart } from '../charts/Chart';
import { numberedRows } from '../charts/numbered-rows';
import { Button, Menu, PrimaryButton } from '../parts/controls';
import { Message } from '../parts/states';
import { SentenceLine } from '../parts/SentenceLine';
import { ExplanationBody } from './explanation/ExplanationBody';
import { WatchMenu } from '../returning/WatchMenu';
import { ExportMenu } from './ExportMenu';
import { FormatPanel } from './FormatPanel';
import { actsForMarks } from './marks';
import { MarkActs } from './MarkActs';
import { AddToSentence, PhraseEditor } from './phrases/PhraseEditor';
import { RecordsView } from './RecordsView';
import { TableView } from './table/TableView';
import { WorkingView } from './WorkingView';

const Article = styled.article`
  display: grid;
  grid-template-rows: auto auto auto minmax(0, 1fr) auto;
  gap: 4px;
  padding: 20px 30px 12px;
  min-height: 0;
  min-width: 0;
  height: 100%;
  h1 {
    font: 600 25px/1.28 ${SERIF};
    letter-spacing: -0.005em;
    text-wrap: balance;
  }
  @media (max-width: ${NARROW}) {
    padding: 14px;
    height: auto;
    grid-template-rows: auto auto auto 380px auto;
    h1 {
      font-size: 21px;
    }
  }
`;
const Words = styled.p`
  color: var(--quiet);
  font-size: 12.5px;
  q {
    quotes: '“' '”';
  }
`;
const Figure = styled.figure`
  min-height: 0;
  min-width: 0;
  padding: 8px 0;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto auto;
  figcaption {
    color: var(--quiet);
    font-size: 12px;
    padding-top: 4px;
  }
`;
const Panel = styled(TabPanel)`
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
`;
/** Before what it shows, as tabs are read, and drawn below it. */
const Bar = styled.div`
  order: 1;
  display: flex;
  flex-wrap: wrap;
  gap: 10px 24px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding-top: 10px;
  [role='tablist'] {
    display: flex;
    gap: 24px;
  }
  [role='tab'] {
    border: 0;
    background: none;
    padding: 2px 0;
    cursor: pointer;
    color: var(--quiet);
    font-size: 13.5px;
  }
  [role='tab'][aria-selected='true'] {
    color: var(--ink);
    font-weight: 600;
  }
  > div:last-child {
    margin-left: auto;
    display: flex;
    gap: 18px;
    align-items: center;
    white-space: nowrap;
  }
  @media (max-width: ${NARROW}) {
    > div:last-child {
      margin-left: 0;
      flex-wrap: wrap;
      gap: 10px 14px;
    }
  }
`;

const SIDES: readonly (readonly [Side, string])[] = [
  ['chart', 'Chart'],
  ['table', 'Table'],
  ['rows', 'Rows'],
  ['working', 'Working'],
];

export const KIND_NAMES: Record<ChartKind, string> = {
  'number': 'Number',
  'line': 'Lines',
  'area': 'Area',
  'bars': 'Lying bars',
  'columns': 'Upright bars',
  'stacked': 'Stacked bars',
  'share bars': '100 % bars',
  'table': 'Table',
  'scatter': 'Scatter',
  'pie': 'Ring',
  'heat': 'Heat grid',
  'bars with line': 'Bars with a line',
  'bubble': 'Bubbles',
  'bridge': 'Bridge',
  'pareto': 'Pareto chart',
  'histogram': 'Histogram',
  'box': 'Boxes',
  'multiples': 'Small multiples',
  'treemap': 'Treemap',
  'map': 'Map',
};

const NONE: ReadonlySet<number> = new Set();

/** One mark alone, or one more or fewer of those chosen. */
function toggled(before: ReadonlySet<number>, row: number, more: boolean): ReadonlySet<number> {
  if (!more) return before.size === 1 && before.has(row) ? NONE : new Set([row]);
  const after = new Set(before);
  if (!after.delete(row)) after.add(row);
  return after;
}

export function AnswerView(props: {
  step: Step;
  model: ModelView | undefined;
  onEdit: (edits: readonly Edit[]) => void;
  onSay: (words: string) => void;
  /** Asks a reading as a step after this one. */
  onOpen: (reading: Reading, label: string) => void;
  onPin: () => void;
  canAsk: boolean;
}) {
  const { step, model } = props;
  const { side, setSide } = useInterface();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(NONE);
  const { answer, chart, working, reading, sentence } = step;
  const marked = useMemo(
    () =>
      chosen.size > 0 && answer && reading
        ? actsForMarks(
            answer,
            [...chosen].sort((a, b) => a - b),
            reading,
            model,
          )
        : null,
    [chosen, answer, reading, model],
  );
  const numbered = useMemo(() => numberedRows(step.notes), [step.notes]);
  const choose = (row: number, more: boolean) => setChosen((before) => toggled(before, row, more));
  if (!answer || !chart || !reading || !sentence) return null;
  // A listing is its own rows, and has no chart.
  const { explanation } = step;
  const sides = SIDES.filter(
    ([id]) =>
      (reading.rows === null && (explanation === undefined || id === 'chart')) || id === 'table' || id === 'working',
  );
  const shownSide =
    (chart.kind === 'table' && side === 'chart') || (reading.rows !== null && side === 'rows')
      ? 'table'
      : explanation !== undefined && side === 'rows'
        ? 'chart'
        : side;
  const show = (id: Side) => {
    setSide(id);
    if (id === 'chart' && reading.view?.chart === 'table') props.onEdit([{ do: 'view', view: null }]);
  };
  return (
    <Article>
      <h1>{step.headline}</h1>
      <SentenceLine
        sentence={sentence}
        added={step.change.added}
        removed={step.change.removed}
        {...(props.canAsk && model
          ? {
              editorFor: (phrase, close) => (
                <PhraseEditor
                  phrase={phrase}
                  reading={reading}
                  model={model}
                  onSay={props.onSay}
                  onEdit={(edits) => {
                    close();
                    props.onEdit(edits);
                  }}
                />
              ),
              adder: (close) => (
                <AddToSentence
                  reading={reading}
                  model={model}
                  onSay={props.onSay}
                  onEdit={(edits) => {
                    close();
                    props.onEdit(edits);
                  }}
                />
              ),
            }
          : {})}
      />
      {step.inWords === undefined ? (
        <span />
      ) : (
        <Words>
          in words: <q>{step.inWords}</q>
        </Words>
      )}
      <AriaTabs
        style={{ display: 'contents' }}
        keyboardActivation="manual"
        selectedKey={shownSide}
        onSelectionChange={(key) => show(key as Side)}
      >
        <Bar>
          <TabList aria-label="The answer as">
            {sides.map(([id, label]) => (
              <Tab key={id} id={id}>
                {explanation !== undefined && explanation.asked !== 'when' && id === 'chart' ? 'Explanation' : label}
              </Tab>
            ))}
          </TabList>
          <div>
            {props.canAsk && reading.rows === null && explanation === undefined ? (
              <Menu
                plain
                label={<>{KIND_NAMES[chart.kind]} ▾</>}
                ariaLabel="Chart kind"
                entries={CHART_KINDS.filter((kind) => kind !== chart.kind).map((kind) => ({
                  id: kind,
                  label: KIND_NAMES[kind],
                  ...(chart.unfit[kind] === undefined ? {} : { note: chart.unfit[kind], disabled: true }),
                }))}
                onChoose={(kind) => {
                  setSide('chart');
                  props.onEdit([{ do: 'view', view: { chart: kind as ChartKind } }]);
                }}
              />
            ) : null}
            {props.canAsk &&
            shownSide === 'chart' &&
            explanation === undefined &&
            chart.kind !== 'number' &&
            chart.kind !== 'table' ? (
              <FormatPanel chart={chart} reading={reading} onEdit={props.onEdit} />
            ) : null}
            {model ? (
              <ExportMenu
                modelId={model.id}
                step={step}
                answer={answer}
                reading={reading}
                sentence={sentence.text}
                limited={model.limited}
              />
            ) : null}
            {props.canAsk && model && reading.rows === null && explanation === undefined ? (
              <WatchMenu modelId={model.id} reading={reading} />
            ) : null}
            {props.canAsk ? (
              <PrimaryButton onPress={props.onPin}>Pin to a board</PrimaryButton>
            ) : (
              <Button isDisabled>Pin to a board</Button>
            )}
          </div>
        </Bar>
        <Panel key={shownSide} id={shownSide}>
          <Figure>
            {step.outcome === 'empty' ? (
              <Message title="No data">
                {step.notes.find((note) => note.kind === 'caveat')?.text ?? 'Nothing fits.'} Take a condition out of the
                sentence, or go back a step in the trail.
              </Message>
            ) : shownSide === 'chart' && explanation !== undefined && explanation.asked !== 'when' ? (
              <ExplanationBody
                explanation={explanation}
                chart={chart}
                answer={answer}
                canAsk={props.canAsk}
                onOpen={props.onOpen}
              />
            ) : shownSide === 'chart' ? (
              <Chart
                chart={chart}
                answer={answer}
                label={step.headline ?? ''}
                numbered={numbered}
                {...(props.canAsk ? { onChoose: choose, chosen } : {})}
              />
            ) : shownSide === 'table' && model ? (
              <TableView
                modelId={model.id}
                answer={answer}
                reading={reading}
                {...(props.canAsk && explanation === undefined
                  ? { choosing: { chosen, onChoose: choose }, onEdit: props.onEdit }
                  : {})}
              />
            ) : shownSide === 'rows' && model ? (
              <RecordsView
                modelId={model.id}
                reading={reading}
                model={model}
                {...(props.canAsk ? { onKeep: props.onEdit } : {})}
              />
            ) : working && model ? (
              <WorkingView working={working} modelId={model.id} reading={reading} />
            ) : null}
            {marked && model && (shownSide === 'chart' || shownSide === 'table') ? (
              <MarkActs
                modelId={model.id}
                reading={reading}
                marked={marked}
                {...(chosen.size === 1 ? { row: [...chosen][0] ?? 0 } : {})}
                onEdit={props.onEdit}
                onClose={() => setChosen(NONE)}
              />
            ) : null}
            {chart.omitted !== null && shownSide === 'chart' ? <figcaption>{chart.omitted}</figcaption> : null}
          </Figure>
        </Panel>
      </AriaTabs>
    </Article>
  );
}
