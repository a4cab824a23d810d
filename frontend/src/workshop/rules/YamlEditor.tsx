import {
  autocompletion,
  type CompletionContext,
  type CompletionResult,
  completionKeymap,
} from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { yaml } from "@codemirror/lang-yaml";
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { type Diagnostic, lintGutter, lintKeymap, setDiagnostics } from "@codemirror/lint";
import { searchKeymap } from "@codemirror/search";
import { EditorState, type Text } from "@codemirror/state";
import { EditorView, highlightActiveLine, keymap, lineNumbers } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import { type RefObject, useEffect, useImperativeHandle, useRef } from "react";
import type { Snag } from "../../api/client";

export interface Editor {
  /** Put the cursor at a place, counted from 1, and show it. */
  goTo: (line: number, column: number) => void;
  /** Replace the whole text. */
  replace: (text: string) => void;
}

interface Props {
  text: string;
  snags: Snag[];
  words: string[];
  onChange: (text: string) => void;
  handle: RefObject<Editor | null>;
}

const colours = HighlightStyle.define([
  { tag: tags.propertyName, color: "var(--color-pine)", fontWeight: "500" },
  { tag: tags.comment, color: "var(--color-soft)", fontStyle: "italic" },
  { tag: tags.string, color: "var(--color-lake)" },
  { tag: [tags.punctuation, tags.separator, tags.bracket], color: "var(--color-soft)" },
]);

const look = EditorView.theme({
  "&": { height: "100%", fontSize: "0.875rem", background: "var(--color-sheet)" },
  "&.cm-focused": { outline: "2px solid var(--color-lake)", outlineOffset: "-2px" },
  ".cm-scroller": { fontFamily: "var(--font-mono)", lineHeight: "1.55" },
  ".cm-gutters": {
    background: "var(--color-paper)",
    color: "var(--color-soft)",
    borderRight: "1px solid var(--color-line)",
  },
  ".cm-activeLine": { background: "color-mix(in srgb, var(--color-straw) 35%, transparent)" },
  ".cm-activeLineGutter": { background: "var(--color-straw)" },
  ".cm-cursor": { borderLeftColor: "var(--color-ink)", borderLeftWidth: "2px" },
  ".cm-tooltip": {
    background: "var(--color-sheet)",
    border: "1px solid var(--color-edge)",
    fontFamily: "var(--font-text)",
  },
  ".cm-tooltip-autocomplete ul li[aria-selected]": {
    background: "var(--color-pine)",
    color: "var(--color-sheet)",
  },
  ".cm-panels": { background: "var(--color-shade)", color: "var(--color-ink)" },
});

const SEVERITY = { stop: "error", warn: "warning", note: "info" } as const;

/** The text of a game, with its snags underlined at their places. */
export function YamlEditor({ text, snags, words, onChange, handle }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const first = useRef(text);
  const known = useRef(words);
  const changed = useRef(onChange);
  useEffect(() => {
    known.current = words;
    changed.current = onChange;
  }, [words, onChange]);

  useEffect(() => {
    if (!host.current) return;
    const made = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: first.current,
        extensions: [
          lineNumbers(),
          lintGutter(),
          history(),
          highlightActiveLine(),
          yaml(),
          syntaxHighlighting(colours),
          autocompletion({ override: [completed(() => known.current)], icons: false }),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ "aria-label": "The rules as text", tabindex: "0" }),
          keymap.of([
            ...completionKeymap,
            ...defaultKeymap,
            ...historyKeymap,
            ...searchKeymap,
            ...lintKeymap,
          ]),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) changed.current(update.state.doc.toString());
          }),
          look,
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
  }, []);

  useEffect(() => {
    const state = view.current?.state;
    if (state) view.current?.dispatch(setDiagnostics(state, diagnosticsOf(state.doc, snags)));
  }, [snags]);

  useImperativeHandle(
    handle,
    () => ({
      goTo: (line, column) => {
        const editor = view.current;
        if (!editor) return;
        const at = placeOf(editor.state.doc, line, column);
        editor.dispatch({
          selection: { anchor: at },
          effects: EditorView.scrollIntoView(at, { y: "center" }),
        });
        editor.focus();
      },
      replace: (now) => {
        const editor = view.current;
        editor?.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: now } });
      },
    }),
    [],
  );

  return <div ref={host} className="h-full overflow-hidden border-r border-line" />;
}

/** Completes the word before the cursor to one of those that are known by then. */
function completed(words: () => string[]) {
  return (context: CompletionContext): CompletionResult | null => {
    const word = context.matchBefore(/[A-Za-z_]\w*/);
    if (!word && !context.explicit) return null;
    return {
      from: word?.from ?? context.pos,
      options: words().map((label) => ({ label })),
      validFor: /^\w*$/,
    };
  };
}

function placeOf(doc: Text, line: number, column: number): number {
  const found = doc.line(Math.min(Math.max(1, line), doc.lines));
  return Math.min(found.from + Math.max(0, column - 1), found.to);
}

function diagnosticsOf(doc: Text, snags: Snag[]): Diagnostic[] {
  return snags
    .map((snag) => {
      const from = placeOf(doc, snag.line, snag.column);
      const rest = doc.lineAt(from).text.slice(from - doc.lineAt(from).from);
      const word = /^[\w.]+/.exec(rest)?.[0].length ?? rest.length;
      const to = from + Math.max(1, word);
      return {
        from: Math.min(from, Math.max(0, doc.length - 1)),
        to: Math.min(to, doc.length),
        severity: SEVERITY[snag.severity],
        message: snag.message,
      };
    })
    .sort((a, b) => a.from - b.from);
}
