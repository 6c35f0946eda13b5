"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, type FormEvent } from "react";
import { v7 as newId } from "uuid";
import type { Target } from "@/core/library/entities";
import { sayBytes } from "@/core/library/bytes";
import { countTargets } from "@/core/library/words";
import { api } from "../data/api";
import { sayError, useDesk } from "../data/desk";
import type { Rendering } from "../data/wire";
import { MainButton, QuietButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";
import { Choice } from "../parts/choice";

const formats = {
  audio: [
    { value: "wav", label: "WAV, 24 bit" },
    { value: "wav-16", label: "WAV, 16 bit" },
    { value: "wav-float", label: "WAV, float" },
    { value: "flac", label: "FLAC" },
  ],
  image: [
    { value: "png", label: "PNG, 16 bit" },
    { value: "tiff", label: "TIFF, 16 bit" },
    { value: "jpeg", label: "JPEG" },
  ],
} as const;

const isOpen = ({ state }: Rendering) => state === "waiting" || state === "running";
const lookEvery = 400;
const shown = 6;

function RenderingRow({
  rendering,
  path,
  onCancel,
}: {
  rendering: Rendering;
  path: string;
  onCancel: () => void;
}) {
  const { name, state, progress, problem, notes, fileName, bytes } = rendering;
  return (
    <Box as="li" py="6px" borderTop="1px solid" borderColor="cardRule">
      <HStack justifyContent="space-between" gap="10px">
        <chakra.span truncate title={fileName ?? name}>
          {fileName ?? name}
        </chakra.span>
        {isOpen(rendering) && (
          <QuietButton size="xs" onClick={onCancel}>
            cancel
          </QuietButton>
        )}
        {state === "done" && (
          <chakra.a
            href={`${path}/${rendering.id}/file`}
            download
            data-result={rendering.id}
            color="cardSelected"
            fontWeight="600"
            flexShrink={0}
            textDecoration="underline"
          >{`Download, ${sayBytes(bytes ?? 0)}`}</chakra.a>
        )}
        {state === "failed" && (
          <chakra.span color="cardLoss" fontSize="sm" flexShrink={0}>
            ✕ failed
          </chakra.span>
        )}
        {state === "cancelled" && (
          <chakra.span color="cardMuted" fontSize="sm" flexShrink={0}>
            cancelled
          </chakra.span>
        )}
      </HStack>
      {isOpen(rendering) && (
        <Box
          role="progressbar"
          aria-label={`Rendering ${name}`}
          aria-valuenow={Math.round(progress * 100)}
          aria-valuemin={0}
          aria-valuemax={100}
          height="4px"
          bg="cardRule"
          borderRadius="2px"
          mt="5px"
        >
          <Box height="100%" bg="cardSelected" borderRadius="2px" style={{ width: `${progress * 100}%` }} />
        </Box>
      )}
      {problem && (
        <chakra.div fontSize="xs" color="cardLoss">
          {problem}
        </chakra.div>
      )}
      {notes.map((note) => (
        <chakra.div key={note} fontSize="xs">{`! ${note}`}</chakra.div>
      ))}
    </Box>
  );
}

/** Renders the selected targets to files at full resolution, and offers what was rendered before. */
export function RenderDialog({
  targets,
  sessionId,
  onClose,
}: {
  targets: readonly Target[];
  sessionId: string;
  onClose: () => void;
}) {
  const { libraryId } = useDesk();
  const client = useQueryClient();
  const medium = targets[0]?.chain.medium === "image" ? "image" : "audio";
  const [format, setFormat] = useState<string>(formats[medium][0].value);
  const [problem, setProblem] = useState<string>();
  const [asked, setAsked] = useState<string>();
  const button = useRef<HTMLButtonElement>(null);
  const list = useRef<HTMLUListElement>(null);
  const path = `/api/libraries/${libraryId}/renders`;
  const key = ["renders", libraryId];
  const query = useQuery({
    queryKey: key,
    queryFn: () => api<{ renders: Rendering[] }>(path),
    refetchInterval: ({ state }) => (state.data?.renders.some(isOpen) ? lookEvery : false),
  });
  const renders = query.data?.renders ?? [];
  const ready = asked !== undefined && renders.some((r) => r.id === asked && r.state === "done");
  useEffect(() => {
    // What was just asked for is there: Enter downloads it.
    if (ready) list.current?.querySelector<HTMLElement>(`[data-result="${asked}"]`)?.focus();
  }, [ready, asked]);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setProblem(undefined);
    try {
      const { render } = await api<{ render: Rendering }>(path, {
        method: "POST",
        body: { sessionId, targetIds: targets.map((t) => t.id), format, requestId: newId() },
      });
      setAsked(render.id);
    } catch (error) {
      setProblem(sayError(error));
    }
    await client.invalidateQueries({ queryKey: key });
  };
  const cancel = async (id: string) => {
    await api(`${path}/${id}/cancel`, { method: "POST", body: {} }).catch((error) =>
      setProblem(sayError(error)),
    );
    await client.invalidateQueries({ queryKey: key });
  };
  return (
    <Dialog
      title={targets.length > 0 ? `Render ${countTargets(targets)}` : "Render"}
      onClose={onClose}
      initialFocus={button}
      width="560px"
    >
      <form onSubmit={submit}>
        {targets.length > 0 ? (
          <Choice
            label={targets.length > 1 ? "Each as, together in a zip" : "As"}
            options={formats[medium]}
            value={format as never}
            onChange={setFormat}
          />
        ) : (
          <Box mb="12px" color="cardMuted">
            Nothing is selected.
          </Box>
        )}
        {problem && <Box role="alert" color="cardLoss" mb="10px">{`✕ ${problem}`}</Box>}
        <HStack justifyContent="flex-end">
          <QuietButton keys="Escape" onClick={onClose}>
            Leave
          </QuietButton>
          <MainButton ref={button} type="submit" keys="Enter" disabled={targets.length === 0}>
            Render
          </MainButton>
        </HStack>
      </form>
      {renders.length > 0 && (
        <Box mt="14px">
          <chakra.h3 fontSize="xs" fontWeight="600" color="cardMuted" mb="4px">
            Rendered, kept for a week
          </chakra.h3>
          <Box
            as="ul"
            ref={list}
            listStyleType="none"
            m="0"
            p="0"
            maxHeight="240px"
            overflowY="auto"
            pr="6px"
            aria-live="polite"
          >
            {renders.slice(0, shown).map((rendering) => (
              <RenderingRow
                key={rendering.id}
                rendering={rendering}
                path={path}
                onCancel={() => void cancel(rendering.id)}
              />
            ))}
          </Box>
        </Box>
      )}
    </Dialog>
  );
}
