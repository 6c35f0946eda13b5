import { Box, chakra } from "@chakra-ui/react";
import { recalledBy, recalledKinds, entities, type KeyBinding } from "@/core/library/entities";
import { KeyCap } from "../parts/key-cap";

interface BoundKeysProps {
  readonly bindings: readonly KeyBinding[];
  readonly nameOf: (binding: KeyBinding) => string | null;
  /** The id of the one that is shown above. */
  readonly chosen: string | undefined;
  readonly onChoose: (key: string) => void;
}

/** All that is bound on a medium, in the order of the keys; a press shows where the key lies. */
export function BoundKeys({ bindings, nameOf, chosen, onChoose }: BoundKeysProps) {
  const sorted = [...bindings].sort((a, b) => a.key.length - b.key.length || (a.key < b.key ? -1 : 1));
  return (
    <Box as="section" aria-label="Keys of your own" className="not-printed" mt="20px">
      <chakra.h2 fontSize="xs" fontWeight="600" color="muted" mb="6px">
        Your own
      </chakra.h2>
      {sorted.length === 0 && (
        <Box color="muted">None yet. Choose a free key above and press Enter, or press G on a card.</Box>
      )}
      <Box
        as="ul"
        listStyleType="none"
        m="0"
        p="0"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(260px, 1fr))"
        columnGap="16px"
        rowGap="2px"
      >
        {sorted.map((binding) => (
          <li key={binding.id}>
            <chakra.button
              type="button"
              tabIndex={-1}
              display="flex"
              gap="8px"
              alignItems="center"
              width="100%"
              px="6px"
              py="4px"
              textAlign="left"
              bg={binding.id === chosen ? "selectedGround" : undefined}
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => onChoose(binding.key)}
            >
              <chakra.span width="64px" flexShrink={0}>
                <KeyCap keys={binding.key} />
              </chakra.span>
              <chakra.span truncate title={nameOf(binding) ?? undefined}>
                {nameOf(binding) ?? "✕ leads nowhere"}
              </chakra.span>
              <chakra.span ml="auto" textStyle="hint" flexShrink={0}>
                {entities[recalledKinds[recalledBy(binding).field]].noun}
              </chakra.span>
            </chakra.button>
          </li>
        ))}
      </Box>
    </Box>
  );
}
