/** The comments of a board or of one of its tiles, in threads. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { api, type BoardComment } from '../app/api';
import { usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import type { BoardDecisions, DecisionView } from '@zud/core/contract/decisions';
import { Button, TextButton } from '../parts/controls';
import { DecisionState } from '../returning/DecisionState';
import { returning } from '../returning/returning-api';
import { ago } from '../parts/List';
import { Failure, Loading } from '../parts/states';

const Drawer = styled.aside`
  position: absolute;
  right: 0;
  top: 0;
  bottom: 0;
  width: 320px;
  z-index: 10;
  box-shadow: -6px 0 24px rgb(0 0 0 / 0.1);
  border-left: 1px solid var(--line);
  padding: 16px 18px;
  overflow: auto;
  display: grid;
  gap: 14px;
  align-content: start;
  min-height: 0;
  background: var(--paper);
  h2 {
    font: 600 18px/1.3 ${SERIF};
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: baseline;
  }
  ol {
    display: grid;
    gap: 14px;
  }
  ol ol {
    gap: 8px;
    margin: 8px 0 0 14px;
  }
  article p {
    font: 400 15.5px/1.45 ${SERIF};
    white-space: pre-line;
    overflow-wrap: anywhere;
  }
  article footer {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    font-size: 12px;
    color: var(--quiet);
    align-items: baseline;
  }
  article footer button {
    font-size: 12px;
  }
  li[data-resolved] {
    opacity: 0.7;
  }
  form {
    display: grid;
    gap: 6px;
    justify-items: start;
  }
  textarea {
    width: 100%;
    min-height: 62px;
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    padding: 7px 9px;
    font: inherit;
    color: var(--ink);
    resize: vertical;
  }
  small {
    font-size: 12px;
    color: var(--quiet);
  }
  @media (max-width: ${NARROW}) {
    position: fixed;
    inset: 0;
    width: auto;
    z-index: 20;
    border: 0;
  }
`;

const Terms = styled.div`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  width: 100%;
  label {
    display: grid;
    font-size: 12px;
    color: var(--quiet);
  }
  select,
  input {
    font: inherit;
    font-size: 13px;
    color: var(--ink);
    background: var(--raised);
    border: 1px solid var(--line);
    border-radius: 3px;
    padding: 5px 7px;
    min-width: 0;
  }
`;

export function CommentsDrawer(props: {
  boardId: string;
  tile: string | null;
  mark: string | null;
  about: string;
  canComment: boolean;
  nameOf: (tile: string) => string;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const comments = useQuery({
    queryKey: ['board', props.boardId, 'comments'],
    queryFn: () => api.comments(props.boardId),
  });
  const decided = useQuery({
    queryKey: ['board', props.boardId, 'decisions'],
    queryFn: () => returning.decisionsOn(props.boardId),
  });
  const decisions = new Map((decided.data?.decisions ?? []).map((one) => [one.id, one]));
  const [closed, setClosed] = useState(false);
  const all = comments.data ?? [];
  const threads = all.filter((one) => one.replyTo === null && (props.tile === null || one.tile === props.tile));
  const open = threads.filter((one) => !one.resolved);
  const shown = closed ? threads : open;
  const said = () => void client.invalidateQueries({ queryKey: ['board', props.boardId] });
  return (
    <Drawer aria-label="Comments">
      <h2>
        <span>{props.about}</span>
        <TextButton onPress={props.onClose}>Close</TextButton>
      </h2>
      {comments.isPending ? (
        <Loading what="Fetching the comments" />
      ) : comments.isError ? (
        <Failure error={comments.error} onRetry={() => void comments.refetch()} />
      ) : null}
      {comments.data && shown.length === 0 ? (
        <p>{threads.length > 0 ? 'All threads are closed.' : 'Nothing has been said here yet.'}</p>
      ) : null}
      <ol>
        {shown.map((one) => (
          <Thread
            key={one.id}
            boardId={props.boardId}
            first={one}
            answers={all.filter((other) => other.replyTo === one.id)}
            canComment={props.canComment}
            decision={decisions.get(one.id)}
            {...(props.tile === null && one.tile !== null ? { about: props.nameOf(one.tile) } : {})}
            onSaid={said}
          />
        ))}
      </ol>
      {threads.length > open.length ? (
        <TextButton onPress={() => setClosed(!closed)}>
          {closed ? 'Only open threads' : `Show ${threads.length - open.length} closed`}
        </TextButton>
      ) : null}
      {decided.isError ? <Failure error={decided.error} onRetry={() => void decided.refetch()} /> : null}
      {props.canComment ? (
        <Say
          label={
            props.tile === null
              ? 'Comment on the board'
              : props.mark === null
                ? 'Comment on the tile'
                : `Comment on ${props.mark}`
          }
          send={(text) => api.comment(props.boardId, { text, tile: props.tile, mark: props.mark })}
          onSaid={said}
          {...(props.mark === null && decided.data !== undefined
            ? {
                doers: decided.data.people,
                decide: (made) => returning.decide(props.boardId, { ...made, tile: props.tile }),
              }
            : {})}
        />
      ) : (
        <small>This board is shared with you to see, not to comment on.</small>
      )}
    </Drawer>
  );
}

function Thread({
  boardId,
  first,
  answers,
  canComment,
  decision,
  about,
  onSaid,
}: {
  boardId: string;
  first: BoardComment;
  decision: DecisionView | undefined;
  answers: readonly BoardComment[];
  canComment: boolean;
  about?: string;
  onSaid: () => void;
}) {
  const me = usePerson();
  const [answering, setAnswering] = useState(false);
  const resolve = useMutation({
    mutationFn: () => api.resolveComment(boardId, first.id, !first.resolved),
    onSuccess: onSaid,
  });
  const remove = useMutation({ mutationFn: (id: string) => api.removeComment(boardId, id), onSuccess: onSaid });
  const line = (one: BoardComment) => (
    <article>
      <p>{one.text}</p>
      <footer>
        <span>
          {one.by} · {ago(one.at)}
        </span>
        {one.byId === me.id && canComment ? (
          <TextButton onPress={() => remove.mutate(one.id)}>Take back</TextButton>
        ) : null}
      </footer>
    </article>
  );
  return (
    <li {...(first.resolved ? { 'data-resolved': true } : {})}>
      {about || first.mark ? <small>{[about, first.mark].filter((text) => text).join(', ')}</small> : null}
      {decision === undefined ? null : <small>A decision</small>}
      {line(first)}
      {decision === undefined ? null : <DecisionState decision={decision} onChanged={onSaid} />}
      {answers.length > 0 ? (
        <ol>
          {answers.map((one) => (
            <li key={one.id}>{line(one)}</li>
          ))}
        </ol>
      ) : null}
      {resolve.isError || remove.isError ? <Failure error={resolve.error ?? remove.error} /> : null}
      {canComment && !answering ? (
        <small>
          <TextButton onPress={() => setAnswering(true)}>Answer</TextButton>
          {decision === undefined ? (
            <>
              {' '}
              ·{' '}
              <TextButton onPress={() => resolve.mutate()}>
                {first.resolved ? 'Open again' : 'Close the thread'}
              </TextButton>
            </>
          ) : null}
        </small>
      ) : null}
      {answering ? (
        <Say
          label="Answer"
          send={(text) => api.comment(boardId, { text, replyTo: first.id, tile: first.tile })}
          onSaid={() => {
            setAnswering(false);
            onSaid();
          }}
        />
      ) : null}
    </li>
  );
}

/** What is being written stays where sending fails. */
function Say({
  label,
  send,
  doers,
  decide,
  onSaid,
}: {
  label: string;
  send: (text: string) => Promise<{ notTold: readonly string[] }>;
  /** Who may be asked to do what is decided, where something can be decided here. */
  doers?: BoardDecisions['people'];
  decide?: (made: { text: string; who: string; due: string | null }) => Promise<unknown>;
  onSaid: () => void;
}) {
  const me = usePerson();
  const [text, setText] = useState('');
  const [decides, setDecides] = useState(false);
  const [who, setWho] = useState(me.id);
  const [due, setDue] = useState('');
  const say = useMutation({
    mutationFn: async () => {
      if (!decides || decide === undefined) return send(text.trim());
      await decide({ text: text.trim(), who, due: due === '' ? null : due });
      return { notTold: [] };
    },
    onSuccess: () => {
      setText('');
      setDecides(false);
      setDue('');
      onSaid();
    },
  });
  const ready = text.trim() !== '' && !say.isPending;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) say.mutate();
      }}
    >
      <textarea
        aria-label={label}
        placeholder="@name tells a colleague"
        maxLength={4000}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && ready) say.mutate();
        }}
      />
      {decide !== undefined && doers !== undefined ? (
        <>
          <label>
            <input type="checkbox" checked={decides} onChange={(event) => setDecides(event.target.checked)} /> A
            decision
          </label>
          {decides ? (
            <Terms>
              <label>
                Who does it
                <select value={who} onChange={(event) => setWho(event.target.value)}>
                  {doers.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.name}
                    </option>
                  ))}
                </select>
              </label>
              <label>
                By
                <input type="date" value={due} onChange={(event) => setDue(event.target.value)} />
              </label>
            </Terms>
          ) : null}
        </>
      ) : null}
      {say.isError ? <Failure error={say.error} /> : null}
      {say.data && say.data.notTold.length > 0 ? <small role="status">{say.data.notTold.join(' ')}</small> : null}
      <Button type="submit" isDisabled={!ready}>
        {decides ? 'Decide it' : label}
      </Button>
    </form>
  );
}
