"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useId, useLayoutEffect, useRef, type ReactNode, type RefObject } from "react";
import type { ActionPlace } from "../actions/action";
import { useActions } from "../actions/use-actions";

interface DialogProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  /** What gets the focus; else the first thing that can take it. */
  readonly initialFocus?: RefObject<HTMLElement | null>;
  readonly width?: string;
}

const dialogPlace: ActionPlace<{ leave(): void }> = {
  title: "Dialog",
  actions: [
    {
      id: "dialog.leave",
      words: "Leave",
      short: "leave",
      keys: ["Escape"],
      strip: true,
      run: (here) => here.leave(),
    },
  ],
};

/**
 * A dialog in the look of an index card. Esc closes it; focus goes back where it was.
 *
 * The browser's own modal dialog: it opens, takes the focus, and gives it back within the key press that asks for it,
 * so that the next key of a fast hand already lands where it belongs. Ones drawn by libraries do so some frames later.
 */
export function Dialog({ title, onClose, children, initialFocus, width = "480px" }: DialogProps) {
  const dialog = useRef<HTMLDialogElement>(null);
  const titleId = useId();
  useLayoutEffect(() => {
    const shown = dialog.current;
    shown?.showModal();
    initialFocus?.current?.focus();
    return () => shown?.close();
  }, [initialFocus]);
  // Whoever opens it may give another function each time it is drawn; the key stays the same.
  const close = useRef(onClose);
  useLayoutEffect(() => {
    close.current = onClose;
  });
  useActions(dialogPlace, { leave: () => close.current() }, { modal: true });
  return (
    <chakra.dialog
      ref={dialog}
      aria-labelledby={titleId}
      width={width}
      maxWidth="calc(100vw - 40px)"
      maxHeight="calc(100vh - 80px)"
      overflow="auto"
      mx="auto"
      mt="16"
      mb="0"
      p="0"
      border="none"
      borderRadius="sheet"
      boxShadow="lg"
      bg="card"
      color="cardInk"
      _backdrop={{ bg: "blackAlpha.600" }}
      onCancel={(event) => {
        event.preventDefault();
        onClose();
      }}
      onMouseDown={(event) => event.target === event.currentTarget && onClose()}
    >
      <chakra.h2
        id={titleId}
        textStyle="cardTitle"
        borderBottom="2px solid"
        borderColor="cardHead"
        px="16px"
        py="12px"
      >
        {title}
      </chakra.h2>
      <Box px="16px" py="16px">
        {children}
      </Box>
    </chakra.dialog>
  );
}
