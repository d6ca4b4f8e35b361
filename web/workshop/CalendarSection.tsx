/** Dates and seasons: the reference day, the week, the fiscal year, the usual date, and what parts of the year are called. */
import { useState } from 'react';
import styled from 'styled-components';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import {
  addSeason,
  changeCalendar,
  changeModel,
  changeSeason,
  idFor,
  removeSeason,
  usualDate,
} from '@zud/core/model/file-edits';
import type { ModelFile } from '@zud/core/model/schema';
import { rangeWords } from '@zud/core/reading/words';
import { MONTHS } from '@zud/core/time/names';
import { SERIF } from '../app/theme';
import { Button, Field, TextButton } from '../parts/controls';
import { Head, Title } from '../parts/List';
import { Editor } from './Editor';
import { Grid, listOf, Select } from './fields';
import type { DraftHandle } from './use-draft';

const Part = styled.section`
  margin: 22px 0;
  h2 {
    font: 600 18px/1.3 ${SERIF};
    margin-bottom: 8px;
  }
  li {
    border-bottom: 1px solid var(--line);
    padding: 9px 0;
    font: 400 16px/1.4 ${SERIF};
  }
  b {
    font-weight: 650;
  }
`;

type Season = ModelFile['calendar']['seasons'][number];
type WeekStart = ModelFile['calendar']['weekStartsOn'];

/** @example dayOfYear('06-15') // '15 June' */
function dayOfYear(monthDay: string | undefined): string {
  const [month = 1, day = 1] = (monthDay ?? '').split('-').map(Number);
  return `${day} ${MONTHS[month - 1] ?? ''}`;
}

const AS_OF = ['last data', 'clock'] as const;
const MONTH_DAY = /^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;

export function CalendarSection({ draft, handle }: { draft: ModelDraftView; handle: DraftHandle }) {
  const { file } = draft;
  const { calendar } = file;
  const [open, setOpen] = useState<string | null>(null);
  const fixed = !(AS_OF as readonly string[]).includes(file.asOf);
  const usual = file.dates.find((one) => one.default)?.id ?? file.dates[0]?.id ?? '';
  return (
    <>
      <Title>Dates and seasons</Title>
      <Grid>
        <Select
          label="“Today” is"
          value={fixed ? 'day' : file.asOf}
          options={[
            ['last data', 'the last day with data'],
            ['clock', 'today, by the clock'],
            ...(fixed ? [['day', file.asOf] as const] : []),
          ]}
          onChange={(asOf) => {
            if (asOf !== 'day') handle.edit(changeModel({ asOf: asOf as (typeof AS_OF)[number] }));
          }}
        />
        <Select
          label="A week begins on"
          value={calendar.weekStartsOn}
          options={[
            ['monday', 'Monday'],
            ['saturday', 'Saturday'],
            ['sunday', 'Sunday'],
          ]}
          onChange={(day) => handle.edit(changeCalendar({ weekStartsOn: day as WeekStart }))}
        />
        <Select
          label="The fiscal year begins in"
          value={String(calendar.fiscalYearStartsIn)}
          options={MONTHS.map((month, at) => [String(at + 1), month] as const)}
          onChange={(month) => handle.edit(changeCalendar({ fiscalYearStartsIn: Number(month) }))}
        />
        <Select
          label="… and is named by the year of its"
          value={calendar.fiscalYearNamedBy}
          options={[
            ['end', 'end'],
            ['start', 'beginning'],
          ]}
          onChange={(by) => handle.edit(changeCalendar({ fiscalYearNamedBy: by as 'end' | 'start' }))}
        />
        {file.dates.length > 0 ? (
          <Select
            label="The usual date"
            value={usual}
            options={file.dates.map(({ id, name }) => [id, name] as const)}
            onChange={(id) => handle.edit(usualDate(id))}
          />
        ) : null}
        <Select
          label="Shown where no measure is named"
          value={file.defaults.measure ?? file.measures[0]?.id ?? ''}
          options={file.measures.map(({ id, name }) => [id, name] as const)}
          onChange={(measure) => handle.edit(changeModel({ defaults: { ...file.defaults, measure } }))}
        />
      </Grid>
      <Part aria-label="Seasons">
        <Head>
          <h2>Seasons</h2>
          <Button onPress={() => setOpen('')}>New season …</Button>
        </Head>
        {open === '' ? (
          <SeasonEditor
            season={{ id: '', name: '', synonyms: [], from: '06-01', to: '08-31' }}
            onApply={(season) => {
              const id = idFor(
                season.name,
                calendar.seasons.map((one) => one.id),
              );
              handle.edit(addSeason({ ...season, id }));
              setOpen(null);
            }}
            onClose={() => setOpen(null)}
          />
        ) : null}
        <ul aria-label="Seasons">
          {calendar.seasons.map((season) => (
            <li key={season.id}>
              <b>{season.name}</b>
              {season.synonyms.length > 0 ? `, also ${season.synonyms.join(', ')}` : ''}:{' '}
              {season.dates === undefined
                ? `${dayOfYear(season.from)} to ${dayOfYear(season.to)} of every year`
                : season.dates.map(({ from, to }) => rangeWords(from, to).replace(/^(from|on) /, '')).join('; ')}{' '}
              {season.dates === undefined ? (
                <TextButton
                  aria-label={`Change ${season.name}`}
                  onPress={() => setOpen(open === season.id ? null : season.id)}
                >
                  change
                </TextButton>
              ) : null}{' '}
              <TextButton aria-label={`Take out ${season.name}`} onPress={() => handle.edit(removeSeason(season.id))}>
                take out
              </TextButton>
              {open === season.id ? (
                <SeasonEditor
                  season={season}
                  onApply={(now) => {
                    handle.edit(changeSeason(season.id, now));
                    setOpen(null);
                  }}
                  onClose={() => setOpen(null)}
                />
              ) : null}
            </li>
          ))}
        </ul>
      </Part>
    </>
  );
}

function SeasonEditor(props: { season: Season; onApply: (season: Season) => void; onClose: () => void }) {
  const [name, setName] = useState(props.season.name);
  const [also, setAlso] = useState(props.season.synonyms.join(', '));
  const [from, setFrom] = useState(props.season.from ?? '');
  const [to, setTo] = useState(props.season.to ?? '');
  const ready = name.trim() !== '' && MONTH_DAY.test(from) && MONTH_DAY.test(to);
  return (
    <Editor
      label={`${props.season.name === '' ? 'New season' : props.season.name}, edited`}
      ready={ready}
      onKeep={() => props.onApply({ ...props.season, name: name.trim(), synonyms: listOf(also), from, to })}
      onClose={props.onClose}
    >
      <Grid>
        <Field label="Name" value={name} onChange={setName} autoFocus />
        <Field label="Also called (with commas between)" value={also} onChange={setAlso} />
        <Field label="From (month-day, such as 06-15)" value={from} onChange={setFrom} />
        <Field label="To (month-day)" value={to} onChange={setTo} />
      </Grid>
    </Editor>
  );
}
