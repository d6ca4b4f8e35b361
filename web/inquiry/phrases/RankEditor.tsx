/** A rank: top or bottom, how many, of which breakdown, by which measure, within which other breakdown, with the rest as one. */
import { useState } from 'react';
import type { Edit } from '@zud/core/reading/edit-schema';
import { measureOf } from '@zud/core/model/calculation';
import type { Key, Rank, Reading } from '@zud/core/reading/schema';
import type { ModelView } from '../../app/api';
import { Button, Field, PrimaryButton } from '../../parts/controls';
import { nameOf } from './breakdown-acts';
import { Choice, EditorForm } from './TestFields';

const keysOf = (reading: Reading): Key[] =>
  reading.by.flatMap((one): Key[] => (one.kind === 'bins' || one.kind === 'sets' ? [] : [one]));
const SHOWN = '';

export function RankEditor(props: {
  reading: Reading;
  model: ModelView;
  onEdit: (edits: readonly Edit[]) => void;
  onBack?: () => void;
}) {
  const { reading, model } = props;
  const { rank } = reading;
  const keys = keysOf(reading);
  const place = (key: Key | null | undefined) => keys.findIndex((one) => JSON.stringify(one) === JSON.stringify(key));
  const [direction, setDirection] = useState<Rank['direction']>(rank?.direction ?? 'top');
  const [count, setCount] = useState(String(rank?.count ?? 10));
  const [percent, setPercent] = useState(rank?.percent ?? false);
  const [of, setOf] = useState(Math.max(0, rank ? place(rank.of) : keys.length - 1));
  const [by, setBy] = useState(rank?.by?.kind === 'measure' ? rank.by.measure : SHOWN);
  const [within, setWithin] = useState(place(rank?.within));
  const [others, setOthers] = useState(rank?.others ?? false);
  const number = Number(count);
  const key = keys[of];
  const complete = key !== undefined && Number.isInteger(number) && number >= 1 && number <= (percent ? 100 : 10_000);
  const apply = () => {
    if (key === undefined) return;
    props.onEdit([
      {
        do: 'rank',
        rank: {
          direction,
          count: number,
          percent,
          of: key,
          by: by === SHOWN ? null : measureOf(by),
          within: within === of ? null : (keys[within] ?? null),
          others,
          marked: false,
        },
      },
    ]);
  };
  return (
    <EditorForm
      onSubmit={(event) => {
        event.preventDefault();
        if (complete) apply();
      }}
    >
      <Choice
        label="Keep the"
        value={direction}
        options={[
          ['top', 'top'],
          ['bottom', 'bottom'],
        ]}
        onChange={(id) => setDirection(id as Rank['direction'])}
      />
      <Field label={percent ? 'Per cent' : 'How many'} value={count} onChange={setCount} autoFocus />
      <Choice
        label="of"
        value={String(of)}
        options={keys.map((one, index) => [String(index), nameOf(one, model)] as const)}
        onChange={(id) => setOf(Number(id))}
      />
      <Choice
        label="counted"
        value={percent ? 'percent' : 'number'}
        options={[
          ['number', 'as a number'],
          ['percent', 'in per cent of them'],
        ]}
        onChange={(id) => setPercent(id === 'percent')}
      />
      <Choice
        label="by"
        value={by}
        options={[[SHOWN, 'what is shown'], ...model.measures.map((one) => [one.id, one.name] as const)]}
        onChange={setBy}
      />
      {keys.length > 1 ? (
        <Choice
          label="in each"
          value={String(within === of ? -1 : within)}
          options={[
            ['-1', 'over all'],
            ...keys.flatMap((one, index) => (index === of ? [] : [[String(index), nameOf(one, model)] as const])),
          ]}
          onChange={(id) => setWithin(Number(id))}
        />
      ) : null}
      <Choice
        label="the rest"
        value={others ? 'others' : 'out'}
        options={[
          ['out', 'left out'],
          ['others', 'as one, “Others”'],
        ]}
        onChange={(id) => setOthers(id === 'others')}
      />
      <div>
        <PrimaryButton type="submit" isDisabled={!complete}>
          Apply
        </PrimaryButton>
        {rank === null ? (
          props.onBack ? (
            <Button onPress={props.onBack}>Back</Button>
          ) : null
        ) : (
          <Button onPress={() => props.onEdit([{ do: 'clear', what: 'rank' }])}>All of them</Button>
        )}
      </div>
    </EditorForm>
  );
}
