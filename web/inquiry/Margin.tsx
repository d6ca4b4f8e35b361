/** The right margin: the notes of the answer, or the model to build from. */
import { useState } from 'react';
import styled from 'styled-components';
import type { Note, Option } from '@zud/core/language/read';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Reading } from '@zud/core/reading/schema';
import type { ModelView } from '../app/api';
import { NARROW } from '../app/theme';
import { ModelDrawer } from './ModelDrawer';
import { Tabs } from '../parts/Tabs';
import { NotesList } from './NotesList';

const Column = styled.aside`
  padding: 14px 20px;
  overflow: auto;
  border-left: 1px solid var(--line);
  min-height: 0;
  @media (max-width: ${NARROW}) {
    border-left: 0;
    border-top: 1px solid var(--line);
  }
`;

export function Margin(props: {
  notes: readonly Note[];
  model: ModelView | undefined;
  reading: Reading | null;
  canAsk: boolean;
  onChoose: (option: Option, of: Note['kind']) => void;
  onEdit: (edits: readonly Edit[]) => void;
}) {
  const [side, setSide] = useState<'notes' | 'model'>('notes');
  return (
    <Column aria-label={side === 'notes' ? 'Notes' : 'Model'}>
      {props.canAsk && props.model ? (
        <Tabs
          label="Beside the answer"
          side={side}
          sides={[
            ['notes', `Notes ${props.notes.length}`],
            ['model', 'Model'],
          ]}
          onSide={setSide}
        >
          {side === 'model' ? (
            <ModelDrawer model={props.model} reading={props.reading} onEdit={props.onEdit} />
          ) : (
            <NotesList notes={props.notes} onChoose={props.onChoose} />
          )}
        </Tabs>
      ) : (
        <NotesList notes={props.notes} onChoose={props.onChoose} />
      )}
    </Column>
  );
}
