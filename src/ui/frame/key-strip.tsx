"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { memo, useLayoutEffect, useRef, useState } from "react";
import { offerFor, reached, stripOf, type ActionScope } from "../actions/stack";
import { useScopes } from "../actions/use-actions";
import type { Offer } from "../actions/action";
import { KeyCap } from "../parts/key-cap";
import { Notices } from "./notices";

const noteOf = (scopes: readonly ActionScope[]) => reached(scopes).find((scope) => scope.note)?.note;

const allOf = (scopes: readonly ActionScope[]) => offerFor("?", scopes);

/** The line at the foot: what each key does here and now, and what has just been done. Each entry can be pressed. */
export function KeyStrip() {
  const offers = useScopes(stripOf);
  const note = useScopes(noteOf);
  const all = useScopes(allOf);
  const line = useRef<HTMLUListElement>(null);
  const [fitting, setFitting] = useState(Infinity);
  useLayoutEffect(() => {
    const list = line.current;
    if (!list) return;
    const measure = () => {
      const top = (list.firstElementChild as HTMLElement | null)?.offsetTop ?? 0;
      // What does not fit has wrapped onto a line that is not seen.
      const wrapped = [...list.children].findIndex((entry) => (entry as HTMLElement).offsetTop > top + 4);
      setFitting(wrapped === -1 ? Infinity : wrapped);
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(list);
    return () => watch.disconnect();
  }, [offers]);
  return (
    <HStack
      as="footer"
      aria-label="Keys"
      height="keyStrip"
      px="16px"
      gap="12px"
      bg="panel"
      borderTop="1px solid"
      borderColor="rule"
      fontSize="xs"
      whiteSpace="nowrap"
      overflow="hidden"
    >
      <chakra.ul
        ref={line}
        listStyleType="none"
        m="0"
        p="0"
        display="flex"
        flexWrap="wrap"
        columnGap="4px"
        alignContent="flex-start"
        height="28px"
        overflow="hidden"
        flex="0 1 auto"
        minWidth="0"
        data-fitting={Math.min(fitting, offers.length)}
      >
        {offers.map((offer, i) => (
          <li key={offer.id} style={{ visibility: i < fitting ? undefined : "hidden" }}>
            <StripEntry offer={offer} />
          </li>
        ))}
      </chakra.ul>
      {all && <StripEntry offer={all} />}
      <Box flex="0 0 auto" minWidth="150px" maxWidth="40%" ml="auto" textAlign="right" truncate>
        <Notices note={note} />
      </Box>
    </HStack>
  );
}

const StripEntry = memo(function StripEntry({ offer }: { offer: Offer }) {
  return (
    <chakra.button
      display="flex"
      alignItems="center"
      gap="6px"
      height="28px"
      px="4px"
      borderRadius="part"
      tabIndex={-1}
      title={offer.words}
      _hover={{ bg: "raised" }}
      // Pressing it does not take the focus from where the next key is expected.
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => offer.run()}
    >
      <KeyCap keys={offer.keys[0]} />
      <chakra.span maxWidth="220px" truncate>
        {offer.short}
      </chakra.span>
    </chakra.button>
  );
});
