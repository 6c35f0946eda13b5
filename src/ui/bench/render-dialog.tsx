"use client";

import { Box, chakra, HStack } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { v7 as newId } from "uuid";
import type { Target } from "@/core/library/entities";
import { sayBytes } from "@/core/library/bytes";
import { countTargets } from "@/core/library/words";
import { askRender, type AskRender } from "@/core/api/operations/ask-render";
import { cancelRender } from "@/core/api/operations/cancel-render";
import { myRenders } from "@/core/api/operations/my-renders";
import { renderedFile } from "@/core/api/operations/rendered-file";
import { filmRateIds, filmSides, formatsOf, resultFormats } from "@/core/library/renders";
import type { Medium } from "@/core/media";
import { addressOf, ask } from "../data/api";
import { DialogButtons } from "../parts/command-dialogs";
import { Form, useRequestForm } from "../parts/form";
import { Problem } from "../parts/problem";
import { sayError, useDesk } from "../data/desk";
import type { Rendering } from "@/core/api/operations/one-render";
import { QuietButton } from "../parts/buttons";
import { Dialog } from "../parts/dialog";
import { Choice } from "../parts/choice";
import { ChooseField } from "../parts/fields";

/** The kinds of file that are offered for a medium. */
const choicesOf = (medium: Medium) =>
  formatsOf(medium).map((value) => ({ value, label: resultFormats[value].label }));

const isOpen = ({ state }: Rendering) => state === "waiting" || state === "running";
const lookEvery = 400;
const shown = 6;

function RenderingRow({
  rendering,
  href,
  onCancel,
}: {
  rendering: Rendering;
  href: string;
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
        {state === "done" && rendering.inPlace && (
          <chakra.span color="cardMuted" fontSize="sm" flexShrink={0}>
            in place
          </chakra.span>
        )}
        {state === "done" && !rendering.inPlace && (
          <chakra.a
            href={href}
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
          borderRadius="small"
          mt="6px"
        >
          <Box height="100%" bg="cardSelected" borderRadius="small" style={{ width: `${progress * 100}%` }} />
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
  const medium = targets[0]?.chain.medium ?? "audio";
  const options = useMemo(() => choicesOf(medium), [medium]);
  const [asked, setAsked] = useState<string>();
  const button = useRef<HTMLButtonElement>(null);
  const list = useRef<HTMLUListElement>(null);
  const key = ["renders", libraryId];
  const query = useQuery({
    queryKey: key,
    queryFn: () => ask(myRenders, { libraryId }),
    refetchInterval: ({ state }) => (state.data?.renders.some(isOpen) ? lookEvery : false),
  });
  const renders = query.data?.renders ?? [];
  const ready = asked !== undefined && renders.some((r) => r.id === asked && r.state === "done");
  useEffect(() => {
    // What was just asked for is there: Enter downloads it.
    if (ready) list.current?.querySelector<HTMLElement>(`[data-result="${asked}"]`)?.focus();
  }, [ready, asked]);
  const first = useMemo(() => ({ format: options[0].value, side: "", rate: "" }), [options]);
  const form = useRequestForm({
    schema: askRender.body!,
    first,
    request: ({ format, side, rate }) => ({
      sessionId,
      targetIds: targets.map((t) => t.id),
      format,
      ...(side !== "" && { side: Number(side) }),
      ...(rate !== "" && { rate }),
      requestId: newId(),
    }),
    async send(request: AskRender) {
      try {
        const { render } = await ask(askRender, { libraryId }, request);
        setAsked(render.id);
      } finally {
        await client.invalidateQueries({ queryKey: key });
      }
    },
  });
  const [problem, setProblem] = useState<string>();
  const cancel = async (renderId: string) => {
    await ask(cancelRender, { libraryId, renderId }).catch((error) => setProblem(sayError(error)));
    await client.invalidateQueries({ queryKey: key });
  };
  return (
    <Dialog
      title={targets.length > 0 ? `Render ${countTargets(targets)}` : "Render"}
      onClose={onClose}
      initialFocus={button}
      width="560px"
    >
      <Form
        form={form}
        buttons={
          <DialogButtons action="Render" main={button} busy={targets.length === 0} onClose={onClose} />
        }
      >
        {targets.length > 0 ? (
          <Choice
            label={targets.length > 1 ? "Each as, together in a zip" : "As"}
            options={options}
            {...form.choice("format")}
          />
        ) : (
          <Box mb="12px" color="cardMuted">
            Nothing is selected.
          </Box>
        )}
        {targets.length > 0 && medium === "video" && (
          <HStack gap="16px" alignItems="flex-start">
            <ChooseField label="Shorter side, in pixels" {...form.field("side")}>
              <option value="">as it is</option>
              {filmSides.map((side) => (
                <option key={side} value={side}>
                  {side}
                </option>
              ))}
            </ChooseField>
            <ChooseField label="Frames a second" {...form.field("rate")}>
              <option value="">as it is</option>
              {filmRateIds.map((rate) => (
                <option key={rate} value={rate}>
                  {rate}
                </option>
              ))}
            </ChooseField>
          </HStack>
        )}
      </Form>
      <Problem>{problem}</Problem>
      {renders.length > 0 && (
        <Box mt="16px">
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
                href={addressOf(renderedFile, { libraryId, renderId: rendering.id })}
                onCancel={() => void cancel(rendering.id)}
              />
            ))}
          </Box>
        </Box>
      )}
    </Dialog>
  );
}
