"use client";

import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import Markdown from "react-markdown";
import type { MatchRange } from "@/core/search/explain";

/** The elements that a note may hold: nothing that is fetched from elsewhere, and no headings that would outdo the page's own. */
const allowed = [
  "p",
  "em",
  "strong",
  "code",
  "pre",
  "ul",
  "ol",
  "li",
  "a",
  "blockquote",
  "br",
  "del",
  "mark",
];

/** As much of the tree of a text as marking asks for (hast). */
interface TreeNode {
  readonly type: string;
  readonly value?: string;
  children?: TreeNode[];
  readonly position?: {
    readonly start: { readonly offset?: number };
    readonly end: { readonly offset?: number };
  };
  readonly tagName?: string;
  readonly properties?: object;
}

/** Puts `mark` around the stretches of the written text that matched, where they are shown as they were written. */
const marking = (text: string, ranges: readonly MatchRange[]) => () => (tree: TreeNode) => {
  const visit = (node: TreeNode) => {
    node.children = node.children?.flatMap((child) => {
      const { value, position } = child;
      const from = position?.start.offset;
      if (child.type !== "text" || value === undefined || from === undefined) {
        visit(child);
        return [child];
      }
      if (text.slice(from, position?.end.offset) !== value) return [child];
      return split(value, from, ranges);
    });
  };
  visit(tree);
};

function split(value: string, from: number, ranges: readonly MatchRange[]): TreeNode[] {
  const parts: TreeNode[] = [];
  let at = 0;
  const put = (end: number, isMarked: boolean) => {
    if (end <= at) return;
    const part = { type: "text", value: value.slice(at, end) };
    parts.push(isMarked ? { type: "element", tagName: "mark", properties: {}, children: [part] } : part);
    at = end;
  };
  for (const { start, end } of ranges) {
    put(Math.min(value.length, start - from), false);
    put(Math.min(value.length, end - from), true);
  }
  put(value.length, false);
  return parts;
}

interface NoteProps {
  readonly children: string;
  /** Stretches of it that matched. */
  readonly marks?: readonly MatchRange[];
}

/** A note on a card, short Markdown. What else is in it stays as it was written. */
export function Note({ children, marks }: NoteProps) {
  const plugins = useMemo(() => (marks?.length ? [marking(children, marks)] : []), [children, marks]);
  return (
    <chakra.div
      overflowWrap="anywhere"
      css={{
        "& p, & ul, & ol, & blockquote, & pre": { marginBlock: "0 8px" },
        "& > :last-child": { marginBottom: 0 },
        "& ul, & ol": { paddingInlineStart: "20px" },
        "& ul": { listStyle: "disc" },
        "& ol": { listStyle: "decimal" },
        "& code": { fontFamily: "mono" },
        "& pre": { whiteSpace: "pre-wrap" },
        "& a": { textDecoration: "underline" },
        "& mark": { background: "matchGround", color: "cardInk", borderRadius: "small" },
        "& blockquote": { borderLeft: "2px solid", paddingInlineStart: "8px" },
      }}
    >
      <Markdown
        allowedElements={allowed}
        unwrapDisallowed
        rehypePlugins={plugins}
        components={{
          a: ({ href, children: text }) => (
            <a href={href} target="_blank" rel="noreferrer noopener">
              {text}
            </a>
          ),
        }}
      >
        {children}
      </Markdown>
    </chakra.div>
  );
}
