/** The small editor that a phrase of the sentence opens, fitted to its kind; and what can be put in by the “+”. */
import { useState } from 'react';
import styled from 'styled-components';
import { measureOf } from '@zud/core/model/calculation';
import { formulaOf } from '@zud/core/model/saved';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Reading } from '@zud/core/reading/schema';
import type { Phrase } from '@zud/core/reading/sentence';
import { inSentence } from '@zud/core/reading/words';
import type { ModelView } from '../../app/api';
import { Button, TextButton } from '../../parts/controls';
import { ActList } from './ActList';
import { actsForPhrase, actsToAdd, besideEdits, conditionOf, scopeActs } from './acts';
import { MembersEditor } from './MembersEditor';
import { NumberEditor } from './NumberEditor';
import { NewTestEditor } from './NewTestEditor';
import { PeriodEditor } from './PeriodEditor';
import { RankEditor } from './RankEditor';
import { SaveName, type Nameable } from './SaveName';

interface Editing {
  readonly reading: Reading;
  readonly model: ModelView;
  readonly onEdit: (edits: readonly Edit[]) => void;
  /** Says words instead: the same as typing them in the ask line. */
  readonly onSay: (words: string) => void;
}

const Foot = styled.div`
  padding: 6px 12px;
  border-top: 1px solid var(--line);
  display: flex;
  gap: 14px;
`;

export function PhraseEditor(props: Editing & { phrase: Phrase }) {
  const { phrase, reading, model, onEdit } = props;
  const acts = actsForPhrase(phrase, reading, model);
  const condition = conditionOf(phrase, reading);
  const [saving, setSaving] = useState(false);
  const [besides, setBesides] = useState(false);
  const nameable = nameableOf(phrase, reading);
  if (saving && nameable)
    return (
      <SaveName
        modelId={model.id}
        what={nameable}
        about={`“${phrase.text}”`}
        currency={model.measures.find((one) => one.format?.currency !== undefined)?.format?.currency}
        onClose={() => setSaving(false)}
        onSaved={(id) => onEdit(editsWithName(id, nameable, phrase, reading))}
      />
    );
  const save = nameable ? <TextButton onPress={() => setSaving(true)}>Save under a name …</TextButton> : null;
  if (condition?.kind === 'members')
    return (
      <>
        <MembersEditor
          modelId={model.id}
          reading={reading}
          level={condition.level}
          levelName={nameOf(condition.level, model)}
          chosen={condition.members}
          is={condition.is}
          onEdit={onEdit}
        />
        <Foot>
          <TextButton onPress={() => onEdit([{ do: 'condition', how: 'remove', condition }])}>Take out</TextButton>
          {save}
        </Foot>
      </>
    );
  if (condition?.kind === 'measure' || condition?.kind === 'rows')
    return <NumberEditor condition={condition} model={model} onEdit={onEdit} />;
  if (phrase.part === 'rank' && reading.rank?.on === undefined)
    return <RankEditor reading={reading} model={model} onEdit={onEdit} />;
  if (phrase.part === 'against' && besides)
    return (
      <PeriodEditor
        acts={[]}
        days={{}}
        asOf={model.asOfDay}
        firstDayOfWeek={weekOf(model)}
        daysAs={besideEdits}
        onEdit={onEdit}
        onSay={(words) => props.onSay(words.replace(/^for /, 'vs '))}
      />
    );
  if (phrase.part === 'when')
    return (
      <PeriodEditor
        acts={acts}
        days={reading.when?.period.kind === 'days' ? reading.when.period : {}}
        asOf={model.asOfDay}
        firstDayOfWeek={weekOf(model)}
        onEdit={onEdit}
        onSay={props.onSay}
      />
    );
  return (
    <>
      <ActList acts={acts} label={`Change “${phrase.text}”`} onChoose={(act) => onEdit(act.edits)} />
      {phrase.part === 'against' ? (
        <Foot>
          <TextButton onPress={() => setBesides(true)}>Beside another period …</TextButton>
        </Foot>
      ) : null}
      {save ? <Foot>{save}</Foot> : null}
    </>
  );
}

/** What of a phrase can be given a name: a calculation over measures, a list of members. */
function nameableOf(phrase: Phrase, reading: Reading): Nameable | null {
  const condition = conditionOf(phrase, reading);
  if (condition?.kind === 'members')
    return condition.is ? { kind: 'set', level: condition.level, members: condition.members } : null;
  const shown = shownOf(phrase, reading);
  const formula = shown?.calculation.kind === 'arithmetic' ? formulaOf(shown.calculation) : null;
  return formula === null ? null : { kind: 'calculation', formula };
}

/** The first calculation of a sentence that could have a name. */
const shownOf = (phrase: Phrase, reading: Reading) =>
  phrase.part === 'shown' ? reading.shown.find((one) => one.calculation.kind === 'arithmetic') : undefined;

/** The reading with the name in the place of what it stands for. */
function editsWithName(id: string, what: Nameable, phrase: Phrase, reading: Reading): Edit[] {
  const condition = conditionOf(phrase, reading);
  if (what.kind === 'set')
    return condition
      ? [
          { do: 'condition', how: 'remove', condition },
          { do: 'condition', how: 'only', condition: { kind: 'set', set: id, is: true } },
        ]
      : [];
  const named = shownOf(phrase, reading);
  return [
    {
      do: 'show',
      how: 'replace',
      shown: reading.shown.map((one) =>
        one === named ? { calculation: measureOf(id), transform: one.transform } : one,
      ),
    },
  ];
}

/** @param props.only `scope`: what narrows, no measures and no breakdowns */
export function AddToSentence(props: Editing & { only?: 'scope' }) {
  const { reading, model, onEdit } = props;
  const [level, setLevel] = useState<string | null>(null);
  const [adding, setAdding] = useState<'test' | 'rank' | 'period' | null>(null);
  const back = () => setAdding(null);
  if (adding === 'test') return <NewTestEditor reading={reading} model={model} onEdit={onEdit} onBack={back} />;
  if (adding === 'rank') return <RankEditor reading={reading} model={model} onEdit={onEdit} onBack={back} />;
  if (adding === 'period')
    return (
      <PeriodEditor
        acts={[]}
        days={{}}
        asOf={model.asOfDay}
        firstDayOfWeek={weekOf(model)}
        daysAs={besideEdits}
        onEdit={onEdit}
        onSay={(words) => props.onSay(words.replace(/^for /, 'vs '))}
      />
    );
  if (level !== null)
    return (
      <>
        <MembersEditor
          modelId={model.id}
          reading={reading}
          level={level}
          levelName={nameOf(level, model)}
          chosen={[]}
          is
          onEdit={onEdit}
        />
        <Foot>
          <Button onPress={() => setLevel(null)}>Back</Button>
        </Foot>
      </>
    );
  const opening = (label: string, open: () => void) => ({ label, edits: [], open });
  const levels = model.dimensions.flatMap((dimension) =>
    dimension.levels.map((one) => ({
      ...opening(`Only some of ${inSentence(one.name)} …`, () => setLevel(one.id)),
      section: `Members of ${inSentence(dimension.name)}`,
    })),
  );
  const others = [
    opening('Only where a number …', () => setAdding('test')),
    ...(reading.rank === null && reading.by.some((one) => one.kind !== 'bins' && one.kind !== 'sets')
      ? [opening('Top or bottom …', () => setAdding('rank'))]
      : []),
    ...(reading.against === null ? [opening('Beside a period …', () => setAdding('period'))] : []),
  ];
  const acts = [
    ...others,
    ...(props.only === 'scope' ? scopeActs : actsToAdd)(reading, model).map((act) => ({ ...act, open: null })),
    ...levels,
  ];
  return (
    <ActList
      acts={acts}
      label="Add to the sentence"
      onChoose={(act) => (act.open === null ? onEdit(act.edits) : act.open())}
    />
  );
}

const weekOf = (model: ModelView) => (model.calendar?.weekStartsOn === 'sunday' ? ('sun' as const) : ('mon' as const));
const nameOf = (level: string, model: ModelView) =>
  model.dimensions.flatMap((dimension) => dimension.levels).find((one) => one.id === level)?.name ?? level;
