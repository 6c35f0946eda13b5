import { Box, chakra } from "@chakra-ui/react";
import { useMemo, useRef, useState, type FormEvent } from "react";
import type { Target } from "@/core/library/entities";
import { possibleFeeds } from "@/core/library/routing";
import { countTargets } from "@/core/library/words";
import { DialogButtons, useSubmit } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { ChooseField, TextField } from "../parts/fields";
import type { Bench } from "./use-bench";

/** A typed number with a point or comma; NaN where it is none. */
const numberOf = (text: string) => Number(text.trim().replace(",", ".").replace("−", "-") || NaN);

/** Where the sound of the selected targets goes, when it begins, and what is sent to returns. */
export function RouteDialog({
  bench,
  target,
  onClose,
}: {
  bench: Bench;
  target: Target;
  onClose: () => void;
}) {
  const { targets, selected, session } = bench;
  const { problem, setProblem, submit } = useSubmit(onClose);
  const [feedsId, setFeedsId] = useState(target.feedsId ?? "");
  const [at, setAt] = useState(String(target.at));
  const [levels, setLevels] = useState<Readonly<Record<string, string>>>(
    Object.fromEntries(target.sends.map(({ to, level }) => [to, String(level)])),
  );
  const field = useRef<HTMLSelectElement>(null);
  const feeds = useMemo(() => possibleFeeds(targets, target), [targets, target]);
  const returns = targets.filter(
    (t) => t.kind === "return" && target.kind !== "return" && t.id !== target.id,
  );
  const output = targets.find((t) => t.kind === "output" && t.id !== target.id);
  const isClip = target.mediaId !== null;
  const onSubmit = (event: FormEvent) => {
    event.preventDefault();
    const sends = Object.entries(levels)
      .filter(([, text]) => text.trim() !== "")
      .map(([to, text]) => ({ to, level: numberOf(text) }));
    const begins = numberOf(at);
    if (sends.some(({ level }) => !(level >= -60 && level <= 12)))
      return setProblem("A send takes a level from −60 to 12 dB; leave it empty to send nothing.");
    if (isClip && !(begins >= 0)) return setProblem("Say in seconds when it begins, 0 or more.");
    void submit("edit-target", {
      sessionId: session.session.id,
      targetIds: selected.map((t) => t.id),
      feedsId: feedsId || null,
      sends,
      // Clips selected together keep their places.
      ...(isClip && selected.length === 1 && { at: begins }),
    });
  };
  return (
    <Dialog
      title={`Where ${countTargets(selected)} goes`}
      onClose={onClose}
      initialFocus={field}
      width="440px"
    >
      <form onSubmit={onSubmit}>
        <ChooseField
          ref={field}
          label="Goes to"
          value={feedsId}
          onChange={(event) => {
            setFeedsId(event.target.value);
            setProblem(undefined);
          }}
        >
          <option value="">{output ? `the output, “${output.name}”` : "straight out"}</option>
          {feeds
            .filter((t) => t.id !== output?.id)
            .map((t) => (
              <option key={t.id} value={t.id}>{`${t.kind} “${t.name}”`}</option>
            ))}
        </ChooseField>
        {isClip && selected.length === 1 && (
          <TextField
            label="Begins at"
            hint="Seconds on the session's timeline."
            inputMode="decimal"
            fontFamily="mono"
            value={at}
            onChange={(event) => {
              setAt(event.target.value);
              setProblem(undefined);
            }}
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
            value={levels[t.id] ?? ""}
            onChange={(event) => {
              setLevels({ ...levels, [t.id]: event.target.value });
              setProblem(undefined);
            }}
          />
        ))}
        {problem && <Box role="alert" color="cardLoss" mb="10px">{`✕ ${problem}`}</Box>}
        <DialogButtons action="Route" onClose={onClose} />
      </form>
    </Dialog>
  );
}
