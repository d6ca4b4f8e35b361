/**
 * The ask line at the foot of every place: a combo box with completions, marks on the words that are understood,
 * and what the sentence would become. Enter asks; the arrow keys choose a completion, which Enter or Tab takes;
 * Escape closes them.
 */
import { useQuery, keepPreviousData } from '@tanstack/react-query';
import { useContext, useEffect, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { ComboBox, ComboBoxStateContext, Input, ListBox, ListBoxItem, Popover, Text } from 'react-aria-components';
import { useLocation } from 'react-router';
import styled from 'styled-components';
import type { Completion } from '@zud/core/language/suggest';
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
const Line = styled(ComboBox)`
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
const Choices = styled(Popover)`
  width: min(520px, calc(100vw - 28px));
  background: var(--raised);
  border: 1px solid var(--line);
  box-shadow: 0 -6px 24px rgb(0 0 0 / 0.1);
  border-radius: 3px;
  padding: 4px 0;
  overflow: auto;
`;
const Choice = styled(ListBoxItem)`
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 16px;
  padding: 5px 14px;
  cursor: pointer;
  outline: none;
  font: 400 15px/1.4 ${SERIF};
  &[data-focused],
  &[data-hovered] {
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
  /** Takes a key for itself where it means something else than a letter; whether it did. */
  readonly onKey?: (key: string, text: string) => boolean;
  /** Where the caret goes when the line is come to again: behind a word that was not understood. */
  readonly caretAt?: number | null;
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
  /** Whether the text is being typed; what was put in, or asked, is not completed. */
  const [typing, setTyping] = useState(false);
  const input = useRef<HTMLInputElement>(null);
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
  const { key: arrival, state } = useLocation() as { key: string; state: { readonly caret?: boolean } | null };
  useEffect(() => {
    if (state?.caret) input.current?.focus();
  }, [arrival, state]);
  const { caretAt = null } = props;
  useEffect(() => {
    if (caretAt === null || !input.current || input.current.value.length < caretAt) return;
    input.current.focus();
    input.current.setSelectionRange(caretAt, caretAt);
  }, [arrival, caretAt]);
  const fresh = settled === text && suggestion.data !== undefined && !suggestion.isPlaceholderData;
  const offered = suggestion.data?.completions;
  const completions = useMemo(() => {
    if (!typing) return [];
    // of those for what was typed before, only what still goes on from it can be chosen
    const goesOn = (one: Completion) => one.text.toLowerCase().startsWith(text.toLowerCase());
    return (offered ?? []).filter((one) => fresh || goesOn(one));
  }, [typing, offered, fresh, text]);
  const tries = props.tries ?? (text.trim() === '' ? (suggestion.data?.completions ?? []).map((one) => one.text) : []);
  const ask = (said: string) => {
    // what can be stopped is replaced by what is asked now
    if (said.trim() === '' || (props.busy && props.onStop === undefined)) return;
    setTyping(false);
    props.onAsk(said.trim());
  };
  const take = (text: string) => {
    setDraft(place, `${text} `);
    setTyping(false);
  };
  // what is typed is asked, whether completions are open or not; Tab takes the one that is chosen and stays
  const onKey = (event: KeyboardEvent<HTMLElement>) => {
    if (event.target !== input.current) return;
    const chosen = input.current?.getAttribute('aria-activedescendant');
    if (!event.ctrlKey && !event.metaKey && !event.altKey && props.onKey?.(event.key, text) === true) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    if (event.key === 'Enter' && !chosen) {
      event.preventDefault();
      event.stopPropagation();
      ask(text);
    } else if (event.key === 'Tab' && !event.shiftKey && chosen) event.preventDefault();
  };
  const form = (
    <Foot
      onSubmit={(event) => {
        event.preventDefault();
        ask(text);
      }}
      role="search"
      aria-label="Ask"
      onKeyDownCapture={onKey}
    >
      <About>
        <span>{props.about[0]}</span>
        <span>{props.about[1]}</span>
      </About>
      <Line
        aria-label={props.placeholder}
        items={completions}
        inputValue={text}
        onInputChange={(now) => {
          if (now === text) return;
          setDraft(place, now);
          setTyping(now.trim() !== '');
        }}
        selectedKey={null}
        onSelectionChange={(key) => {
          if (key !== null) take(String(key));
        }}
        allowsCustomValue
      >
        {fresh && text !== '' ? <Marked text={text} words={suggestion.data.words} /> : null}
        <Input ref={input} placeholder={props.placeholder} autoComplete="off" spellCheck={false} />
        {fresh && text.trim() !== '' && suggestion.data.sentence !== null ? (
          <Preview>{suggestion.data.sentence}</Preview>
        ) : null}
        <OpenedByWhatArrives completions={completions} />
        <Choices placement="top start" offset={12} maxHeight={320}>
          <ListBox<Completion> aria-label="Completions">
            {(completion) => (
              <Choice id={completion.text} textValue={completion.text}>
                <Text slot="label">{completion.label}</Text>
                <Text slot="description" elementType="small">
                  {completion.detail}
                </Text>
              </Choice>
            )}
          </ListBox>
        </Choices>
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

/** Completions come from the server after what was typed: the list opens when they are there. */
function OpenedByWhatArrives({ completions }: { completions: readonly Completion[] }): null {
  const state = useContext(ComboBoxStateContext);
  const now = useRef(state);
  useEffect(() => {
    now.current = state;
  });
  useEffect(() => {
    if (completions.length > 0 && now.current?.isFocused === true && !now.current.isOpen)
      now.current.open(null, 'input');
  }, [completions]);
  return null;
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
