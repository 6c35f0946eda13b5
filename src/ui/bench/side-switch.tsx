import { chakra, HStack } from "@chakra-ui/react";
import { KeyCap } from "../parts/key-cap";
import type { Side } from "./loop-player";

/** Which of the two versions is heard. */
export function SideSwitch({ side, onSide }: { side: Side; onSide: (side: Side) => void }) {
  return (
    <HStack gap="8px">
      <HStack
        gap="0"
        role="radiogroup"
        aria-label="What is heard"
        border="1px solid"
        borderColor="rule"
        borderRadius="part"
      >
        {(["before", "after"] as const).map((each) => (
          <chakra.button
            key={each}
            role="radio"
            aria-checked={side === each}
            onClick={() => onSide(each)}
            px="12px"
            py="4px"
            fontSize="sm"
            bg={side === each ? "selectedGround" : undefined}
            borderBottom="2px solid"
            borderColor={side === each ? "selected" : "transparent"}
          >
            {each === "before" ? "Before" : "After"}
          </chakra.button>
        ))}
      </HStack>
      <KeyCap keys="b" />
    </HStack>
  );
}
