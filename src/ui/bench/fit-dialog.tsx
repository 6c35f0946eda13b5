"use client";

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
  return (
    <Dialog title="Fit keyframes" onClose={onClose} width="660px">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onFit(fitted);
          onClose();
        }}
      >
        {value && <FitChoice chain={chain} value={value} onChange={choose} />}
        <DialogButtons action="Fit" busy={false} onClose={onClose} />
      </form>
    </Dialog>
  );
}
