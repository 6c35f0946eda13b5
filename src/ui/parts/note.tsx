"use client";

import { chakra } from "@chakra-ui/react";
import Markdown from "react-markdown";

/** What a note may hold: nothing that is fetched from elsewhere, and no headings that would outdo the page's own. */
const allowed = ["p", "em", "strong", "code", "pre", "ul", "ol", "li", "a", "blockquote", "br", "del"];

/** A note on a card, short Markdown. What else is in it stays as it was written. */
export function Note({ children }: { readonly children: string }) {
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
        "& blockquote": { borderLeft: "2px solid", paddingInlineStart: "8px" },
      }}
    >
      <Markdown
        allowedElements={allowed}
        unwrapDisallowed
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
