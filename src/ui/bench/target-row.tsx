import { Box, chakra, HStack } from "@chakra-ui/react";
import { memo } from "react";
import type { Target } from "@/core/library/entities";
import type { Media } from "@/core/api/operations/session-replica";
import { rowPress, selectsAlso, type RowPress } from "../parts/row-press";
import { GroupSign, MediumSign } from "../parts/medium-sign";
import { Pixels } from "../parts/pixels";
import { useSortableRow } from "../parts/sortable";
import { usePicture } from "./use-picture";
import { Wave } from "./wave";

interface TargetRowProps {
  readonly target: Target;
  /** Its own material; groups have none. */
  readonly media: Media | undefined;
  readonly selected: boolean;
  readonly lead: boolean;
  /** What is on it, in words. */
  readonly says: string;
  /** The name of the group that its sound goes to. */
  readonly goesTo: string | undefined;
  readonly onPress: (id: string, press: RowPress) => void;
}

function Miniature({ target, media }: { target: Target; media: Media }) {
  const { rendered } = usePicture(media, "mini", target.chain, target.strength, `mini ${target.id}`);
  return (
    <Pixels
      picture={rendered}
      label=""
      aria-hidden="true"
      width="56px"
      height="42px"
      style={{
        width: 56,
        height: 42,
        objectFit: "contain",
        background: "var(--chakra-colors-surround)",
        flexShrink: 0,
      }}
    />
  );
}

/** One target of the session with a miniature of its material as it sounds or looks now. */
export const TargetRow = memo(function TargetRow({
  target,
  media,
  selected,
  lead,
  says,
  goesTo,
  onPress,
}: TargetRowProps) {
  const isPicture = media?.facts.kind === "image";
  const heard = [target.muted && "muted", target.soloed && "solo"].filter(Boolean).join(", ");
  const kind = target.mediaId === null ? target.kind : null;
  const { row, handle } = useSortableRow(target.id);
  return (
    <Box
      {...row}
      {...handle}
      role="option"
      id={`target-${target.id}`}
      aria-selected={selected}
      data-subject="target"
      data-subject-name={target.name}
      data-lead={lead || undefined}
      px="14px"
      py={isPicture ? "5px" : "7px"}
      borderLeft="3px solid"
      borderColor={selected ? "selected" : "transparent"}
      bg={selected ? "selectedGround" : undefined}
      cursor="default"
      outline={lead && selected ? "1px dashed {colors.selected}" : undefined}
      outlineOffset="-2px"
      onMouseDown={(event) => onPress(target.id, rowPress(event))}
    >
      <HStack gap="10px" alignItems={isPicture ? "center" : "flex-start"}>
        <Box color="muted" pt={isPicture ? undefined : "1px"} {...selectsAlso}>
          {isPicture ? (
            <Miniature target={target} media={media} />
          ) : kind ? (
            <GroupSign />
          ) : (
            <MediumSign medium="audio" />
          )}
        </Box>
        <Box minWidth="0" flex="1">
          <HStack gap="6px">
            <chakra.span
              truncate
              title={target.name}
              flex="1"
              color={target.muted ? "muted" : undefined}
              fontWeight={kind ? "600" : undefined}
            >
              {target.name}
            </chakra.span>
            {heard && (
              <chakra.span
                fontFamily="mono"
                fontSize="10px"
                px="4px"
                border="1px solid"
                borderColor={target.soloed ? "selected" : "muted"}
                borderRadius="2px"
                flexShrink={0}
              >
                {heard}
              </chakra.span>
            )}
          </HStack>
          {kind && (
            <chakra.div textStyle="hint" truncate>
              {goesTo ? `${kind} → ${goesTo}` : kind}
            </chakra.div>
          )}
          {media?.facts.kind === "audio" && (
            <Box my="2px">
              <Wave
                peaks={media.facts.peaks}
                columns={96}
                colour={selected ? "selected" : "muted"}
                height="22px"
              />
            </Box>
          )}
          <chakra.div textStyle="hint" truncate title={says}>
            {goesTo && !kind ? `${says} → ${goesTo}` : says}
          </chakra.div>
        </Box>
      </HStack>
    </Box>
  );
});
