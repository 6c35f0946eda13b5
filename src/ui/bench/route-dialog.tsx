import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Target } from "@/core/library/entities";
import { possibleFeeds } from "@/core/library/routing";
import { countTargets } from "@/core/library/words";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { ChooseField, TextField } from "../parts/fields";
import { useCommandForm } from "../parts/command-form";
import { Form } from "../parts/form";
import type { Bench } from "./use-bench";

/** A typed number with a point or comma; NaN where it is none. */
const numberOf = (text: string) => Number(text.trim().replace(",", ".").replace("−", "-") || NaN);

const sayings = {
  sends: { words: "A send takes a level from −60 to 12 dB; leave it empty to send nothing." },
  at: { words: "Say in seconds when it begins, 0 or more." },
};

interface RouteDialogProps {
  readonly bench: Bench;
  readonly target: Target;
  readonly onClose: () => void;
}

/** Where the sound of the selected targets goes, when it begins, and what is sent to returns. */
export function RouteDialog({ bench, target, onClose }: RouteDialogProps) {
  const { targets, selected, session } = bench;
  const feeds = useMemo(() => possibleFeeds(targets, target), [targets, target]);
  const returns = useMemo(
    () => targets.filter((t) => t.kind === "return" && target.kind !== "return" && t.id !== target.id),
    [targets, target],
  );
  const output = targets.find((t) => t.kind === "output" && t.id !== target.id);
  // Clips selected together keep their places.
  const placed = target.mediaId !== null && selected.length === 1;
  const first = useMemo(
    () => ({
      feedsId: target.feedsId ?? "",
      at: String(target.at),
      levels: Object.fromEntries(
        returns.map(({ id }) => [id, String(target.sends.find((send) => send.to === id)?.level ?? "")]),
      ),
    }),
    [target, returns],
  );
  const form = useCommandForm("edit-target", {
    first,
    request: ({ feedsId, at, levels }) => ({
      sessionId: session.session.id,
      targetIds: selected.map((t) => t.id),
      feedsId: feedsId || null,
      sends: Object.entries(levels)
        .filter(([, text]) => text.trim() !== "")
        .map(([to, text]) => ({ to, level: numberOf(text) })),
      ...(placed && { at: numberOf(at) }),
    }),
    sayings,
    done: () => onClose(),
  });
  return (
    <Dialog title={`Where ${countTargets(selected)} goes`} onClose={onClose} width="440px">
      <Form form={form} buttons={<DialogButtons action="Route" onClose={onClose} />}>
        <ChooseField label="Goes to" {...form.field("feedsId")}>
          <option value="">{output ? `the output, “${output.name}”` : "straight out"}</option>
          {feeds
            .filter((t) => t.id !== output?.id)
            .map((t) => (
              <option key={t.id} value={t.id}>{`${t.kind} “${t.name}”`}</option>
            ))}
        </ChooseField>
        {placed && (
          <TextField
            label="Begins at"
            hint="Seconds on the session's timeline."
            inputMode="decimal"
            fontFamily="mono"
            {...form.field("at")}
          />
        )}
        {returns.length > 0 && (
          <chakra.div fontSize="xs" fontWeight="600" color="cardMuted" mb="4px">
            Sent to, in dB
          </chakra.div>
        )}
        {returns.map((t) => (
          <TextField
            key={t.id}
            label={t.name}
            inputMode="decimal"
            fontFamily="mono"
            placeholder="nothing"
            {...form.field(`levels.${t.id}`)}
          />
        ))}
      </Form>
    </Dialog>
  );
}
