/** The looks of a board: its title, how close its tiles stand, the colour its charts begin with; or those of another board. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { api, type Board, type Looks } from '../app/api';
import { TOKENS } from '../app/theme';
import { useMode } from '../app/use-mode';
import { Button, Dialog, Field, PrimaryButton } from '../parts/controls';

const Form = styled.form`
  display: grid;
  gap: 14px;
  label.choice {
    display: grid;
    gap: 4px;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  select {
    border: 1px solid var(--line);
    background: var(--raised);
    border-radius: 3px;
    padding: 7px 8px;
    color: var(--ink);
    font-weight: 400;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: grid;
    grid-template-columns: repeat(10, 1fr);
    gap: 6px;
  }
  legend {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    padding-bottom: 6px;
  }
  fieldset button {
    height: 26px;
    border: 0;
    border-radius: 3px;
    cursor: pointer;
  }
  fieldset button[aria-pressed='true'] {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
  > div:last-child {
    display: flex;
    gap: 10px;
  }
`;

export function LooksDialog({
  board,
  isOpen,
  onLook,
  onClose,
}: {
  board: Board;
  isOpen: boolean;
  onLook: (change: { title?: string; looks?: Looks; like?: string }) => void;
  onClose: () => void;
}) {
  const { series } = TOKENS[useMode()];
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards, enabled: isOpen, staleTime: 0 });
  const [title, setTitle] = useState(board.title);
  const [density, setDensity] = useState<NonNullable<Looks['density']> | 'usual'>(board.looks.density ?? 'usual');
  const [accent, setAccent] = useState(board.looks.accent ?? 1);
  const [like, setLike] = useState('');
  const apply = () => {
    const renamed = title.trim() !== board.title && title.trim() !== '' ? { title: title.trim() } : {};
    onLook({
      ...renamed,
      ...(like !== ''
        ? { like }
        : { looks: { ...(density === 'usual' ? {} : { density }), ...(accent === 1 ? {} : { accent }) } }),
    });
    onClose();
  };
  return (
    <Dialog title="Title and looks" isOpen={isOpen} onClose={onClose}>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          apply();
        }}
      >
        <Field label="Title" value={title} onChange={setTitle} autoFocus />
        <label className="choice">
          Looks of
          <select value={like} onChange={(event) => setLike(event.target.value)}>
            <option value="">this board’s own</option>
            {(boards.data ?? [])
              .filter((one) => one.id !== board.id)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {one.title}
                </option>
              ))}
          </select>
        </label>
        {like !== '' ? null : (
          <>
            <label className="choice">
              Tiles stand
              <select value={density} onChange={(event) => setDensity(event.target.value as typeof density)}>
                <option value="usual">as usual</option>
                <option value="close">close together</option>
                <option value="airy">far apart</option>
              </select>
            </label>
            <fieldset>
              <legend>Charts begin with</legend>
              {series.map((colour, index) => (
                <button
                  key={colour}
                  type="button"
                  aria-label={`Colour ${index + 1}`}
                  aria-pressed={accent === index + 1}
                  style={{ background: colour }}
                  onClick={() => setAccent(index + 1)}
                />
              ))}
            </fieldset>
          </>
        )}
        <div>
          <PrimaryButton type="submit">Apply</PrimaryButton>
          <Button onPress={onClose}>Cancel</Button>
        </div>
      </Form>
    </Dialog>
  );
}
