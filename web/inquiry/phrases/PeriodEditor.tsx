/** A period in words, by its days on a calendar, or one of the usual ones. */
import { useState } from 'react';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit-schema';
import { Button, Field } from '../../parts/controls';
import { DayCalendar } from '../../parts/DayCalendar';
import { ActList } from './ActList';
import type { EditAct } from './edit-act';
import { dayEdits } from './acts';

const Box = styled.div`
  width: 300px;
  display: grid;
  form,
  section {
    padding: 8px 12px;
    display: grid;
    gap: 8px;
    border-bottom: 1px solid var(--line);
  }
  .days {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  input {
    padding: 5px 8px;
    font-size: 13px;
    width: 100%;
    min-width: 0;
  }
  p {
    color: var(--quiet);
    font-size: 12px;
  }
`;

/** @param daysAs what chosen days do: they are the period unless something else is made of them
 * @param days the days of the period in force, where it has both ends; `asOf` the model's reference day */
export function PeriodEditor(props: {
  acts: readonly EditAct[];
  days: { from?: string | undefined; to?: string | undefined };
  asOf: string;
  firstDayOfWeek: 'mon' | 'sun';
  daysAs?: (from: string, to: string) => readonly Edit[];
  onEdit: (edits: readonly Edit[]) => void;
  onSay: (words: string) => void;
}) {
  const [words, setWords] = useState('');
  const [from, setFrom] = useState(props.days.from ?? '');
  const [to, setTo] = useState(props.days.to ?? '');
  const ordered = from !== '' && to !== '' && from <= to;
  return (
    <Box>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (words.trim() !== '') props.onSay(`for ${words.trim()}`);
        }}
      >
        <Field
          label="In words"
          value={words}
          onChange={setWords}
          placeholder="Q3 2025, last 6 weeks, high season …"
          autoFocus
        />
      </form>
      <section>
        <DayCalendar
          label="First and last day"
          from={from}
          to={to}
          shown={props.asOf}
          firstDayOfWeek={props.firstDayOfWeek}
          onChoose={(first, last) => {
            setFrom(first);
            setTo(last);
          }}
        />
      </section>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (ordered) props.onEdit((props.daysAs ?? dayEdits)(from, to));
        }}
      >
        <div className="days">
          <Field label="First day" value={from} onChange={setFrom} type="date" />
          <Field label="Last day" value={to} onChange={setTo} type="date" />
        </div>
        {from !== '' && to !== '' && !ordered ? <p role="alert">The last day lies before the first.</p> : null}
        <Button type="submit" isDisabled={!ordered}>
          Take these days
        </Button>
      </form>
      {props.acts.length === 0 ? null : (
        <ActList
          acts={props.acts}
          label="Usual periods"
          focus="elsewhere"
          onChoose={(act) => props.onEdit(act.edits)}
        />
      )}
    </Box>
  );
}
