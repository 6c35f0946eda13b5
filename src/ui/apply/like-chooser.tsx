import { chakra, HStack, NativeSelect } from "@chakra-ui/react";
import { X } from "lucide-react";
import type { Target } from "@/core/library/entities";
import type { LikeWhat } from "../state/bar/model";

interface LikeChooserProps {
  readonly what: LikeWhat;
  /** What the selected material could be brought near to. */
  readonly references: readonly Target[];
  readonly onLook: (what: LikeWhat) => void;
  readonly onLeave: () => void;
}

/** What the cards are compared with; of references another one can be chosen. */
export const LikeChooser = ({ what, references, onLook, onLeave }: LikeChooserProps) => (
  <HStack
    gap="4px"
    px="6px"
    border="1px solid"
    borderColor="cardRule"
    borderRadius="small"
    fontSize="sm"
    maxWidth="320px"
    flexShrink={0}
  >
    {what.kind === "card" ? (
      <chakra.span truncate title={what.card.name}>{`like “${what.card.name}”`}</chakra.span>
    ) : (
      <>
        <chakra.span whiteSpace="nowrap">near</chakra.span>
        <NativeSelect.Root size="xs" variant="plain" width="190px">
          <NativeSelect.Field
            aria-label="Near which target"
            value={what.target.id}
            color="cardInk"
            css={{ "& option": { bg: "card", color: "cardInk" } }}
            onMouseDown={(event) => event.stopPropagation()}
            onChange={(event) => {
              const target = references.find(({ id }) => id === event.target.value);
              if (target) onLook({ kind: "reference", target });
            }}
          >
            {references.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </>
    )}
    <chakra.button
      type="button"
      aria-label="Look by words again"
      title="Look by words again"
      onMouseDown={(event) => event.preventDefault()}
      onClick={onLeave}
      display="flex"
      color="cardMuted"
    >
      <X size={12} aria-hidden />
    </chakra.button>
  </HStack>
);
