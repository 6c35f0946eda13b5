import { Box, chakra, HStack } from "@chakra-ui/react";
import { memo } from "react";
import type { Target } from "@/core/library/entities";
import type { Media } from "@/core/api/operations/session-replica";
import { useData } from "../data/desk";
import { roomOf } from "../media";
import { rowPress, selectsAlso, type RowPress } from "../parts/row-press";
import { GroupSign } from "../parts/medium-sign";
import { useSortableRow } from "../parts/sortable";

/** The line below a target's name: its file where one is given, then its card and strength, “shaped by hand”, or “no card”. */
function sayTarget(target: Target, card: string | undefined, file: string | undefined): string {
  const strength = target.strength === 100 ? "" : ` · ${target.strength} %`;
  const on = target.chain.settings.length === 0 ? "no card" : `${card ?? "shaped by hand"}${strength}`;
  return [file, target.origin && "rendered in place", on].filter(Boolean).join(" · ");
}

interface TargetRowProps {
  readonly target: Target;
  /** Its own material; groups have none. */
  readonly media: Media | undefined;
  readonly selected: boolean;
  readonly lead: boolean;
  /** The file that it is of, where its name does not tell it from another. */
  readonly file: string | undefined;
  /** It is not as most of its series are. */
  readonly isException: boolean;
  /** The name of the group that its sound goes to. */
  readonly goesTo: string | undefined;
  readonly onPress: (id: string, press: RowPress) => void;
}

/** One target of the session with a miniature of its material as it sounds or looks now. */
export const TargetRow = memo(function TargetRow({
  target,
  media,
  selected,
  lead,
  file,
  isException,
  goesTo,
  onPress,
}: TargetRowProps) {
  const { Miniature, Strip } = roomOf(media?.facts.kind) ?? {};
  const heard = [target.muted && "muted", target.soloed && "solo"].filter(Boolean).join(", ");
  const kind = target.mediaId === null ? target.kind : null;
  const card = useData(({ replica, arriving }) =>
    target.cardId === null
      ? undefined
      : (replica.card.get(target.cardId)?.name ?? (arriving ? "…" : undefined)),
  );
  const says = sayTarget(target, card, file);
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
      px="16px"
      py={Strip || !media ? "8px" : "6px"}
      layerStyle="row"
      outline={lead && selected ? "1px dashed {colors.selected}" : undefined}
      outlineOffset="-2px"
      onMouseDown={(event) => onPress(target.id, rowPress(event))}
      onClick={(event) => onPress(target.id, rowPress(event))}
    >
      <HStack gap="10px" alignItems={Strip || !media ? "flex-start" : "center"}>
        <Box color="muted" {...selectsAlso}>
          {kind ? (
            <GroupSign />
          ) : (
            Miniature && media && <Miniature target={target} media={media} selected={selected} />
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
                fontSize="2xs"
                px="4px"
                border="1px solid"
                borderColor={target.soloed ? "selected" : "muted"}
                borderRadius="small"
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
          {Strip && media && <Strip target={target} media={media} selected={selected} />}
          <chakra.div textStyle="hint" truncate title={says}>
            {isException && (
              <chakra.span color="ink" title="not as most of its series are">
                {"≠ "}
                <chakra.span srOnly>exception, </chakra.span>
              </chakra.span>
            )}
            {goesTo && !kind ? `${says} → ${goesTo}` : says}
          </chakra.div>
        </Box>
      </HStack>
    </Box>
  );
});
