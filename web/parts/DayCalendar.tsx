/** Days chosen on a calendar: the first, then the last, by pointer or by keyboard. */
import { parseDate, type CalendarDate } from '@internationalized/date';
import {
  Button,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
  Heading,
  RangeCalendar,
} from 'react-aria-components';
import styled from 'styled-components';

const Box = styled(RangeCalendar)`
  font-size: 12.5px;
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    padding-bottom: 4px;
  }
  h2 {
    font-size: 12.5px;
    font-weight: 600;
  }
  header button {
    border: 0;
    background: none;
    cursor: pointer;
    width: 26px;
    height: 26px;
    font-size: 15px;
    color: var(--ink);
  }
  header button[data-disabled] {
    color: var(--line);
    cursor: default;
  }
  header button[data-focus-visible] {
    outline: 2px solid var(--signal);
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  th {
    font-weight: 500;
    color: var(--quiet);
    font-size: 11px;
    padding: 2px 0;
  }
  td {
    padding: 1px 0;
    text-align: center;
  }
`;
const Cell = styled(CalendarCell)`
  height: 26px;
  line-height: 26px;
  cursor: pointer;
  outline: none;
  font-variant-numeric: tabular-nums;
  border-radius: 3px;
  &[data-outside-month] {
    color: var(--quiet);
    opacity: 0.55;
  }
  &[data-hovered] {
    background: var(--wash);
  }
  &[data-selected] {
    background: color-mix(in srgb, var(--ink) 14%, transparent);
    border-radius: 0;
  }
  &[data-selection-start],
  &[data-selection-end] {
    background: var(--ink);
    color: var(--on-ink);
    border-radius: 3px;
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: -2px;
  }
`;

const dayOf = (text: string): CalendarDate | null => (/^\d{4}-\d{2}-\d{2}$/.test(text) ? parseDate(text) : null);

/** @param shown a day of the month that is open at first */
export function DayCalendar(props: {
  label: string;
  from: string;
  to: string;
  shown: string;
  firstDayOfWeek: 'mon' | 'sun';
  onChoose: (from: string, to: string) => void;
}) {
  const [start, end] = [dayOf(props.from), dayOf(props.to)];
  const focus = start ?? dayOf(props.shown);
  return (
    <Box
      aria-label={props.label}
      firstDayOfWeek={props.firstDayOfWeek}
      value={start !== null && end !== null && start.compare(end) <= 0 ? { start, end } : null}
      {...(focus === null ? {} : { defaultFocusedValue: focus })}
      onChange={(range) => props.onChoose(range.start.toString(), range.end.toString())}
    >
      <header>
        <Button slot="previous" aria-label="Month before">
          ‹
        </Button>
        <Heading />
        <Button slot="next" aria-label="Month after">
          ›
        </Button>
      </header>
      <CalendarGrid weekdayStyle="short">
        <CalendarGridHeader>{(day) => <CalendarHeaderCell>{day}</CalendarHeaderCell>}</CalendarGridHeader>
        <CalendarGridBody>{(date) => <Cell date={date} />}</CalendarGridBody>
      </CalendarGrid>
    </Box>
  );
}
