import { Box, chakra, HStack } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Json } from "@/core/chain/model";
import type { TimelineFile } from "@/core/formats/timeline/model";
import { wholeTimeline } from "@/core/formats/timeline/write";
import type { TimelineHead } from "@/core/library/entities";
import { clipsOf, notesOf, unlaid, wantedOf } from "@/core/library/timeline/laid";
import { wantedFiles, type WantedFile } from "@/core/library/timeline/match";
import { capital, count, sentence } from "@/core/library/words";
import { cleanName, longestName, shortened } from "@/core/text/names";
import { useGo } from "../keys/use-go";
import { useDesk } from "../data/desk";
import { QuietButton } from "../parts/buttons";
import { chooseFiles, chooseFolder } from "../parts/choose-files";
import { DialogButtons } from "../parts/command-dialogs";
import { Dialog } from "../parts/dialog";
import { TextField } from "../parts/fields";
import { Form, useRequestForm } from "../parts/form";
import type { SchemaSource } from "../parts/schema-source";
import { useFoundFiles, type Found } from "./use-found-files";

const laySchema: SchemaSource = ({ Joi, nameOf }) => Joi.object({ name: nameOf("session").required() });
const completeSchema: SchemaSource = ({ Joi }) => Joi.object({});
const nothing = {};

interface LayDialogProps {
  readonly timeline: TimelineFile;
  /** What the session is called at first. */
  readonly name: string;
  /** Those that came with it. */
  readonly files: readonly File[];
  readonly onClose: () => void;
}

/** What would come of a timeline: its tracks and clips, which of their files are there, and what is only carried along. */
export function LayDialog({ timeline, name, files, onClose }: LayDialogProps) {
  const { send, tell, takeIn, libraryId } = useDesk();
  const go = useGo();
  const tracks = useMemo(() => unlaid(timeline), [timeline]);
  const wanted = useMemo(() => wantedFiles(wantedOf(tracks)), [tracks]);
  const looked = useFoundFiles(wanted, files);
  const lost = missingIn(looked.found);
  const first = useMemo(() => ({ name: shortened(cleanName(name), longestName) }), [name]);
  const form = useRequestForm({
    schema: laySchema,
    first,
    async send(asked) {
      const { media, coming } = await looked.settled();
      const whole = wholeTimeline(timeline.json, timeline.tracks) as Json;
      const { change, result } = await send("lay-timeline", () => ({ ...asked, timeline: whole, media }));
      if (change && coming.length === 0) tell({ kind: "done", text: sentence(change.summary) });
      else tell({ kind: "done", text: `Began “${asked.name}”; ${sayComing(coming)}.` });
      onClose();
      void takeIn.bringClips(result.sessionId, coming);
      go(`/${libraryId}/bench/${result.sessionId}`);
    },
  });
  const items = tracks.flatMap((track) => track.items);
  const some = (kind: string, noun: string) => {
    const n = items.filter((item) => item.kind === kind).length;
    return n > 0 ? [count(n, noun)] : [];
  };
  const carried = notesOf(tracks);
  return (
    <Dialog title="Begin a session with a timeline" onClose={onClose} width="640px">
      <Form
        form={form}
        buttons={
          <DialogButtons
            action={lost > 0 ? `Begin without ${count(lost, "file")}` : "Begin"}
            busy={form.busy}
            onClose={onClose}
          />
        }
      >
        <TextField
          label="Name of the session"
          onFocus={(event) => event.target.select()}
          {...form.field("name")}
        />
        <Box mb="8px">
          {[
            count(tracks.filter(({ kind }) => kind !== null).length, "track"),
            count(clipsOf(tracks).length, "clip"),
            ...some("gap", "gap"),
            ...some("transition", "transition"),
          ].join(", ")}
        </Box>
        <Files wanted={wanted} {...looked} />
        {carried.length > 0 && (
          <Box mb="12px" fontSize="sm" color="cardMuted">
            {`Kept and saved again, but not heard or seen here: ${carried.join(", ")}.`}
          </Box>
        )}
        {lost > 0 && (
          <Box mb="12px" fontSize="sm" color="cardMuted">
            Clips without their files keep their places; they can be found later.
          </Box>
        )}
      </Form>
    </Dialog>
  );
}

interface CompleteDialogProps {
  readonly sessionId: string;
  readonly head: TimelineHead;
  readonly onClose: () => void;
}

/** Asks for the files of the clips that a session's timeline misses. */
export function CompleteDialog({ sessionId, head, onClose }: CompleteDialogProps) {
  const { send, tell, takeIn } = useDesk();
  const wanted = useMemo(() => wantedFiles(head.missing), [head.missing]);
  const looked = useFoundFiles(wanted, none);
  const lost = missingIn(looked.found);
  const form = useRequestForm({
    schema: completeSchema,
    first: nothing,
    async send() {
      const { media, coming } = await looked.settled();
      if (media.length + coming.length === 0) throw new Error("Choose a file first.");
      if (media.length > 0) {
        const { change } = await send("complete-timeline", () => ({ sessionId, media, seen: head.version }));
        if (change) tell({ kind: "done", text: sentence(change.summary) });
      }
      if (coming.length > 0) tell({ kind: "done", text: capital(`${sayComing(coming)}.`) });
      onClose();
      void takeIn.bringClips(sessionId, coming);
    },
  });
  return (
    <Dialog title={`Missing files of “${head.name}”`} onClose={onClose} width="640px">
      <Form
        form={form}
        buttons={
          <DialogButtons
            action={lost > 0 && lost < wanted.length ? `Lay all but ${count(lost, "file")}` : "Lay the clips"}
            busy={form.busy}
            onClose={onClose}
          />
        }
      >
        <Files wanted={wanted} {...looked} />
      </Form>
    </Dialog>
  );
}

const none: readonly File[] = [];
const missingIn = (found: ReadonlyMap<string, Found>) =>
  [...found.values()].filter(({ state }) => state === "missing").length;
const sayComing = (coming: readonly unknown[]) =>
  coming.length === 1 ? "one file is coming in" : `${coming.length.toLocaleString("en")} files are coming in`;

function sayFound(found: Found): string {
  switch (found.state) {
    case "looking":
      return "…";
    case "missing":
      return "missing";
    case "there":
      return "in the library";
    case "at hand":
      return "will be brought in";
  }
}

interface FilesProps {
  readonly wanted: readonly WantedFile[];
  readonly found: ReadonlyMap<string, Found>;
  readonly add: (files: readonly File[]) => unknown;
  readonly choose: (key: string, file: File) => void;
}

/** The files that the clips of a timeline want, and where each is. */
function Files({ wanted, found, add, choose }: FilesProps) {
  if (wanted.length === 0) return null;
  return (
    <Box mb="12px">
      <Box
        as="ul"
        aria-label="Files of the timeline"
        listStyleType="none"
        m="0"
        p="0"
        maxHeight="280px"
        overflowY="auto"
        border="1px solid"
        borderColor="cardRule"
        aria-live="polite"
      >
        {wanted.map(({ key, file, clips }) => {
          const now = found.get(key)!;
          const isLost = now.state === "missing";
          return (
            <Box as="li" key={key} px="8px" py="4px" fontSize="sm">
              <HStack gap="8px" minHeight="32px">
                <chakra.span truncate fontFamily="mono" flex="1" title={file}>
                  {file}
                </chakra.span>
                <chakra.span color="cardMuted" whiteSpace="nowrap">
                  {count(clips.length, "clip")}
                </chakra.span>
                <chakra.span
                  whiteSpace="nowrap"
                  color={isLost ? "cardLoss" : "cardMuted"}
                  fontWeight={isLost ? "600" : "400"}
                >
                  {sayFound(now)}
                </chakra.span>
                {isLost && (
                  <QuietButton
                    size="xs"
                    aria-label={`Choose a file for ${file}`}
                    onClick={() => chooseFiles("", ([one]) => one && choose(key, one), false)}
                  >
                    choose
                  </QuietButton>
                )}
              </HStack>
            </Box>
          );
        })}
      </Box>
      <HStack gap="4px">
        <QuietButton onClick={() => chooseFiles("", add)}>choose files</QuietButton>
        <QuietButton onClick={() => chooseFolder(add)}>choose a folder</QuietButton>
      </HStack>
    </Box>
  );
}
