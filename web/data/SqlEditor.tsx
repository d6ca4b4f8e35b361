/** An editor of SQL: keywords and names told apart, completion of tables and columns, a fault marked at its place. */
import { autocompletion, closeBrackets, closeCompletion, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { PostgreSQL, sql } from '@codemirror/lang-sql';
import { bracketMatching, HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { setDiagnostics } from '@codemirror/lint';
import { Compartment, EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers, placeholder } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { useEffect, useRef } from 'react';

const LOOK = EditorView.theme({
  '&': {
    border: '1px solid var(--line)',
    borderRadius: '3px',
    background: 'var(--raised, transparent)',
    color: 'var(--ink)',
    fontSize: '13.5px',
    minHeight: '190px',
    maxHeight: '46vh',
  },
  '&.cm-focused': { outline: '2px solid var(--signal)', outlineOffset: '1px' },
  '.cm-scroller': { fontFamily: 'ui-monospace, "DejaVu Sans Mono", monospace', lineHeight: '1.55' },
  '.cm-content': { caretColor: 'var(--ink)', minHeight: '180px' },
  '.cm-gutters': { background: 'transparent', color: 'var(--quiet)', border: '0' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '.cm-tooltip': { background: 'var(--paper)', color: 'var(--ink)', border: '1px solid var(--line)' },
  '.cm-tooltip-autocomplete > ul > li[aria-selected]': { background: 'var(--wash)', color: 'var(--ink)' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': { background: 'var(--wash)' },
  '.cm-placeholder': { color: 'var(--quiet)' },
  '.cm-lintRange-error': { backgroundImage: 'none', borderBottom: '2px solid var(--signal)' },
  '.cm-diagnostic-error': { borderLeftColor: 'var(--signal)' },
});
const WORDS = syntaxHighlighting(
  HighlightStyle.define([
    { tag: tags.keyword, fontWeight: '650' },
    { tag: [tags.string, tags.number, tags.bool], color: 'var(--first)' },
    { tag: tags.comment, color: 'var(--quiet)', fontStyle: 'italic' },
  ]),
);

export interface Fault {
  readonly text: string;
  /** Letters before it; null where it is of the whole. */
  readonly position: number | null;
}

export function SqlEditor(props: {
  label: string;
  value: string;
  /** Tables, each with its columns. */
  tables: Readonly<Record<string, readonly string[]>>;
  fault: Fault | null;
  onChange: (value: string) => void;
  /** Ctrl or ⌘ and Enter. */
  onRun: () => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const language = useRef(new Compartment());
  const acts = useRef({ change: props.onChange, run: props.onRun });
  useEffect(() => {
    acts.current = { change: props.onChange, run: props.onRun };
  });
  const first = useRef({ value: props.value, label: props.label });
  useEffect(() => {
    if (place.current === null) return undefined;
    const made = new EditorView({
      parent: place.current,
      state: EditorState.create({
        doc: first.current.value,
        extensions: [
          lineNumbers(),
          history(),
          bracketMatching(),
          closeBrackets(),
          autocompletion({ icons: false }),
          WORDS,
          LOOK,
          EditorView.lineWrapping,
          placeholder('select … from …'),
          EditorView.contentAttributes.of({ 'aria-label': first.current.label }),
          keymap.of([
            {
              key: 'Mod-Enter',
              run: (here) => {
                closeCompletion(here);
                acts.current.run();
                return true;
              },
            },
            ...completionKeymap,
            ...historyKeymap,
            // Tab goes on to the next control
            ...defaultKeymap,
          ]),
          language.current.of([]),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) acts.current.change(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
  }, []);
  const { tables, fault, value } = props;
  useEffect(() => {
    view.current?.dispatch({
      effects: language.current.reconfigure(
        sql({
          dialect: PostgreSQL,
          schema: Object.fromEntries(Object.entries(tables).map(([name, columns]) => [name, [...columns]])),
          upperCaseKeywords: false,
        }),
      ),
    });
  }, [tables]);
  useEffect(() => {
    const now = view.current;
    if (now === null || now.state.doc.toString() === value) return;
    now.dispatch({ changes: { from: 0, to: now.state.doc.length, insert: value } });
  }, [value]);
  useEffect(() => {
    const now = view.current;
    if (now === null) return;
    const at = Math.min(fault?.position ?? 0, now.state.doc.length);
    const word = /^\w+/.exec(now.state.sliceDoc(at, at + 80))?.[0].length ?? 1;
    now.dispatch(
      setDiagnostics(
        now.state,
        fault === null || fault.position === null
          ? []
          : [{ from: at, to: Math.min(at + word, now.state.doc.length), severity: 'error', message: fault.text }],
      ),
    );
  }, [fault]);
  return <div ref={place} />;
}
