"use client";

import { Dialog as ChakraDialog, Portal } from "@chakra-ui/react";
import { useEffect, useMemo, useState, type ReactNode, type RefObject } from "react";
import { useKeyActions } from "../keys/keys";
import { useThemeRoot } from "./theme-root";

interface DialogProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly initialFocus?: RefObject<HTMLElement | null>;
  readonly width?: string;
}

/** A dialog in the look of an index card. Esc closes it; focus goes back where it was. */
export function Dialog({ title, onClose, children, initialFocus, width = "480px" }: DialogProps) {
  const root = useThemeRoot();
  // What closes a dialog takes it out of the page at once, so it gives the focus back itself.
  // Noted before the dialog's own field takes it.
  const [before] = useState(() => document.activeElement);
  useEffect(
    () => () => {
      // After the dialog's own trap for the focus has been taken away, and unless another dialog has come.
      setTimeout(() => {
        if (before instanceof HTMLElement && before.isConnected && !document.querySelector('[role="dialog"]')) before.focus({ preventScroll: true });
      }, 0);
    },
    [before],
  );
  const actions = useMemo(() => [{ keys: ["Escape"], label: "leave", run: onClose }], [onClose]);
  useKeyActions(actions, { modal: true });
  return (
    <ChakraDialog.Root open onOpenChange={({ open }) => !open && onClose()} initialFocusEl={initialFocus ? () => initialFocus.current : undefined} motionPreset="none">
      <Portal container={root}>
        <ChakraDialog.Backdrop bg="blackAlpha.600" />
        <ChakraDialog.Positioner alignItems="flex-start" pt="60px">
          <ChakraDialog.Content width={width} maxWidth="calc(100vw - 40px)" bg="card" color="cardInk" borderRadius="4px" my="0">
            <ChakraDialog.Header borderBottom="2px solid" borderColor="cardHead" px="18px" py="12px">
              <ChakraDialog.Title fontFamily="heading" fontSize="lg" fontWeight="600">{title}</ChakraDialog.Title>
            </ChakraDialog.Header>
            <ChakraDialog.Body px="18px" py="14px">{children}</ChakraDialog.Body>
          </ChakraDialog.Content>
        </ChakraDialog.Positioner>
      </Portal>
    </ChakraDialog.Root>
  );
}
