"use client";

import { memo } from "react";
import { MainButton, QuietButton } from "../parts/buttons";
import { useOffer } from "./use-actions";

interface ActionButtonProps {
  /** The action's id. */
  readonly action: string;
  /** The one thing the panel is about. */
  readonly main?: boolean;
  /** In as few words as the key strip has for it. */
  readonly short?: boolean;
}

/** A button for an action that stands where it is looked for. */
export const ActionButton = memo(function ActionButton({
  action,
  main = false,
  short = false,
}: ActionButtonProps) {
  const offer = useOffer(action);
  if (!offer || offer.words === "") return null;
  const Shown = main ? MainButton : QuietButton;
  return (
    <Shown
      keys={offer.keys[0]}
      quietKeys={short}
      disabled={!offer.offered}
      title={short ? offer.words : undefined}
      onClick={offer.run}
    >
      {short ? offer.short : offer.words}
    </Shown>
  );
});
