import styled from 'styled-components';
import type { Note, Option } from '@zud/core/language/read';
import { numbersOfNotes } from '../charts/numbered-rows';
import { SERIF } from '../app/theme';
import { TextButton } from '../parts/controls';

const Entry = styled.div`
  padding: 8px 0 12px;
  border-bottom: 1px solid var(--line);
  &:last-child {
    border-bottom: 0;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 2px;
  }
  &[data-kind='unclear'] h2,
  &[data-numbered] h2 {
    color: var(--signal);
  }
  p {
    font: 400 15px/1.35 ${SERIF};
    overflow-wrap: anywhere;
  }
  div {
    display: grid;
    gap: 6px;
    margin-top: 6px;
    justify-items: start;
  }
`;

const TITLES: Record<Note['kind'], string> = {
  assumed: 'Assumed',
  caveat: 'Caveat',
  finding: 'Finding',
  unclear: 'Not understood',
  explained: 'Explained',
};

export function NotesList(props: { notes: readonly Note[]; onChoose: (option: Option, of: Note['kind']) => void }) {
  const numbers = numbersOfNotes(props.notes);
  return (
    <>
      {props.notes.length === 0 ? (
        <Entry>
          <p>Nothing was assumed.</p>
        </Entry>
      ) : null}
      {props.notes.map((note, index) => (
        <Entry
          key={`${note.kind}${index}`}
          data-kind={note.kind}
          {...(numbers[index] === null ? {} : { 'data-numbered': '' })}
        >
          <h2>
            {numbers[index] === null ? '' : `${numbers[index]} · `}
            {note.about ?? TITLES[note.kind]}
          </h2>
          {note.text === '' ? null : <p>{note.text}</p>}
          {note.options && note.options.length > 0 ? (
            <div>
              {note.options.map((option) => (
                <TextButton key={option.label} onPress={() => props.onChoose(option, note.kind)}>
                  {option.label}
                </TextButton>
              ))}
            </div>
          ) : null}
        </Entry>
      ))}
    </>
  );
}
