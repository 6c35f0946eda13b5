"use client";

import { useRef } from "react";
import type { Chain } from "@/core/chain/model";
import { FitChoice } from "../keeping/fit-choice";
import { useFit } from "../keeping/use-fit";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";

interface FitDialogProps {
  readonly chain: Chain;
  readonly onFit: (chain: Chain) => void;
  readonly onClose: () => void;
}

/** How the keyframes that are on a clip fit its length. */
export function FitDialog({ chain, onFit, onClose }: FitDialogProps) {
  const { value, choose, fitted } = useFit(chain);
  const chosen = useRef<HTMLInputElement>(null);
  return (
    <Dialog title="Fit keyframes" onClose={onClose} width="660px" initialFocus={chosen}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onFit(fitted);
          onClose();
        }}
      >
        {value && <FitChoice chain={chain} value={value} onChange={choose} chosen={chosen} />}
        <DialogButtons action="Fit" busy={false} onClose={onClose} />
      </form>
    </Dialog>
  );
}
