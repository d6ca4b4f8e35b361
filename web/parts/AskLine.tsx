/**
 * The ask line at the foot of every place: a combobox with completions, marks on the words that are understood,
 * and what the sentence would become. Enter asks; the arrow keys choose a completion; Escape closes them.
 */
import { useQuery, keepPreviousData } from '@tanstack/react-query';
import { useEffect, useId, useRef, useState, type FormEvent, type KeyboardEvent, type ReactNode } from 'react';
import styled from 'styled-components';
import type { Reading } from '@zud/core/reading/schema';
import { api } from '../app/api';
import { useInterface } from '../app/interface-state';
import { NARROW, SERIF } from '../app/theme';
import { useSettled } from './use-settled';

const Foot = styled.form`
  position: relative;
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 64px;
  padding: 6px 24px 10px;
  border-top: 1px solid var(--ink);
  background: var(--raised);
  @media (max-width: ${NARROW}) {
    padding: 8px 14px;
    gap: 10px;
    flex-wrap: wrap;
  }
`;
const About = styled.div`
  font-size: 12px;
  line-height: 1.45;
  color: var(--quiet);
  max-width: 200px;
  padding-right: 16px;
  border-right: 1px solid var(--line);
  overflow: hidden;
  span {
    display: block;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  @media (max-width: ${NARROW}) {
    display: none;
  }
`;
const Line = styled.div`
  position: relative;
  flex: 1;
  min-width: 160px;
  font: 400 18px/1.3 ${SERIF};
  input {
    width: 100%;
    border: 0;
    background: transparent;
    font: inherit;
    padding: 8px 0;
    outline: none;
    position: relative;
  }
  input::placeholder {
    font-style: italic;
    color: var(--quiet);
    opacity: 1;
  }
  &:focus-within::after {
    content: '';
    position: absolute;
    left: -8px;
    top: 8px;
    bottom: 8px;
    width: 2px;
    background: var(--signal);
  }
  @media (max-width: ${NARROW}) {
    flex-basis: 100%;
  }
`;
const Marks = styled.div`
  position: absolute;
  inset: 0;
  padding: 8px 0;
  white-space: pre;
  overflow: hidden;
  color: transparent;
  pointer-events: none;
  u {
    text-decoration: underline;
    text-decoration-thickness: 1.5px;
    text-underline-offset: 5px;
    text-decoration-color: var(--line);
  }
  u.name {
    text-decoration-color: var(--ink);
  }
  u.unresolved {
    text-decoration-style: wavy;
    text-decoration-color: var(--signal);
  }
`;
const Preview = styled.div`
  position: absolute;
  left: 0;
  top: calc(100% - 3px);
  font:
    400 12px/1.3 'Public Sans Variable',
    sans-serif;
  color: var(--quiet);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 100%;
`;
const Choices = styled.ul`
  position: absolute;
  left: 0;
  bottom: calc(100% + 12px);
  width: min(520px, 100%);
  max-height: 320px;
  overflow: auto;
  background: var(--raised);
  border: 1px solid var(--line);
  box-shadow: 0 -6px 24px rgb(0 0 0 / 0.1);
  border-radius: 3px;
  padding: 4px 0;
  z-index: 20;
  li {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 16px;
    padding: 5px 14px;
    cursor: pointer;
    font: 400 15px/1.4 ${SERIF};
  }
  li[aria-selected='true'] {
    background: var(--wash);
  }
  small {
    color: var(--quiet);
    font:
      400 12px/1.4 'Public Sans Variable',
      sans-serif;
  }
`;
const Tries = styled.div`
  display: flex;
  gap: 14px;
  align-items: baseline;
  font-size: 13px;
  color: var(--quiet);
  max-width: 46%;
  overflow: hidden;
  white-space: nowrap;
  button {
    background: none;
    border: 0;
    border-bottom: 1px solid var(--line);
    padding: 0 0 1px;
    color: var(--ink);
    cursor: pointer;
  }
  button:hover {
    border-color: var(--ink);
  }
  @media (max-width: ${NARROW}) {
    max-width: 100%;
    flex-basis: 100%;
    overflow-x: auto;
    order: 3;
  }
`;

export interface AskLineProps {
  /** The place that a draft belongs to. */
  readonly place: string;
  readonly about: readonly [string, string];
  readonly placeholder: string;
  readonly modelId: string | null;
  readonly before: Reading | null;
  readonly busy: boolean;
  readonly onAsk: (text: string) => void;
  readonly onStop?: () => void;
  readonly tries?: readonly string[];
  readonly children?: ReactNode;
  readonly large?: boolean;
}

const Big = styled.div`
  form {
    border: 1px solid var(--line);
    border-bottom-color: var(--ink);
    padding: 12px 18px;
  }
`;

export function AskLine(props: AskLineProps) {
  const { place, modelId, before } = props;
  const text = useInterface((state) => state.drafts[place] ?? '');
  const setDraft = useInterface((state) => state.setDraft);
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState(-1);
  const input = useRef<HTMLInputElement>(null);
  const list = useId();
  const settled = useSettled(text, 60);
  const suggestion = useQuery({
    queryKey: ['suggest', modelId, settled, before],
    enabled: modelId !== null,
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    retry: false,
    queryFn: ({ signal }) => api.suggest(modelId ?? '', settled, before, signal),
  });
  useSlash(input);
  const fresh = settled === text && suggestion.data !== undefined && !suggestion.isPlaceholderData;
  const completions = open && text.trim() !== '' ? (suggestion.data?.completions ?? []) : [];
  const tries = props.tries ?? (text.trim() === '' ? (suggestion.data?.completions ?? []).map((one) => one.text) : []);
  const ask = (said: string) => {
    // what can be stopped is replaced by what is asked now
    if (said.trim() === '' || (props.busy && props.onStop === undefined)) return;
    setOpen(false);
    setChosen(-1);
    props.onAsk(said.trim());
  };
  const take = (index: number) => {
    const completion = completions[index];
    if (!completion) return;
    setDraft(place, `${completion.text} `);
    setOpen(false);
    setChosen(-1);
    input.current?.focus();
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      if (completions.length === 0) return;
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setChosen((at) =>
        (at + step + completions.length + 1) % (completions.length + 1) === completions.length
          ? -1
          : Math.max(-1, Math.min(completions.length - 1, at < 0 && step < 0 ? completions.length - 1 : at + step)),
      );
    } else if (event.key === 'Escape') {
      setOpen(false);
      setChosen(-1);
    } else if (event.key === 'Tab' && !event.shiftKey && chosen >= 0) {
      event.preventDefault();
      take(chosen);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (chosen >= 0) take(chosen);
    else ask(text);
  };
  const form = (
    <Foot onSubmit={submit} role="search" aria-label="Ask">
      <About>
        <span>{props.about[0]}</span>
        <span>{props.about[1]}</span>
      </About>
      <Line>
        {fresh && text !== '' ? <Marked text={text} words={suggestion.data.words} /> : null}
        <input
          ref={input}
          value={text}
          placeholder={props.placeholder}
          aria-label={props.placeholder}
          role="combobox"
          aria-expanded={completions.length > 0}
          aria-controls={list}
          aria-autocomplete="list"
          aria-activedescendant={chosen >= 0 ? `${list}-${chosen}` : undefined}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            setDraft(place, event.target.value);
            setOpen(true);
            setChosen(-1);
          }}
          onKeyDown={onKey}
          onBlur={() => window.setTimeout(() => setOpen(false), 150)}
        />
        {fresh && text.trim() !== '' && suggestion.data.sentence !== null ? (
          <Preview>{suggestion.data.sentence}</Preview>
        ) : null}
        {completions.length > 0 ? (
          <Choices id={list} role="listbox" aria-label="Completions">
            {completions.map((completion, index) => (
              <li
                key={completion.text}
                id={`${list}-${index}`}
                role="option"
                aria-selected={index === chosen}
                onMouseDown={(event) => {
                  event.preventDefault();
                  take(index);
                }}
              >
                <span>{completion.label}</span>
                <small>{completion.detail}</small>
              </li>
            ))}
          </Choices>
        ) : null}
      </Line>
      {props.busy && props.onStop ? (
        <Tries>
          <button type="button" onClick={props.onStop}>
            Stop
          </button>
        </Tries>
      ) : null}
      {props.children}
      {!props.busy && tries.length > 0 && text === '' && !props.large ? (
        <Tries>
          Try
          {tries.slice(0, 3).map((one) => (
            <button key={one} type="button" onClick={() => ask(one)}>
              {one}
            </button>
          ))}
        </Tries>
      ) : null}
    </Foot>
  );
  return props.large ? <Big>{form}</Big> : form;
}

function Marked({ text, words }: { text: string; words: readonly { start: number; end: number; use: string }[] }) {
  const parts: ReactNode[] = [];
  let at = 0;
  for (const word of words) {
    if (word.start < at || word.end > text.length) continue;
    parts.push(text.slice(at, word.start));
    parts.push(
      word.use === 'harmless' ? (
        text.slice(word.start, word.end)
      ) : (
        <u key={word.start} className={word.use}>
          {text.slice(word.start, word.end)}
        </u>
      ),
    );
    at = word.end;
  }
  parts.push(text.slice(at));
  return <Marks aria-hidden="true">{parts}</Marks>;
}

/** `/` puts the caret in the ask line from anywhere but another field. */
function useSlash(input: { readonly current: HTMLInputElement | null }): void {
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (
        event.key !== '/' ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)
      )
        return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [input]);
}
