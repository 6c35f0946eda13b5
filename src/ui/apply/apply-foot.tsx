import { chakra, HStack } from "@chakra-ui/react";
import { memo } from "react";
import type { WayId } from "@/core/chain/ways";
import { ActionButton } from "../actions/action-button";
import { KeyCap } from "../parts/key-cap";

/** The ways to apply, with their keys; `strength` in percent. */
export const ApplyFoot = memo(function ApplyFoot({
  narrow,
  way,
  ways,
  strength,
}: {
  readonly narrow: boolean;
  /** The usual one. */
  readonly way: WayId;
  /** All that there are for the material. */
  readonly ways: readonly WayId[];
  readonly strength: number;
}) {
  return (
    <HStack
      bg="cardFoot"
      borderTop="1px solid"
      borderColor="cardRule"
      px="16px"
      py="8px"
      gap="2px 6px"
      fontSize="sm"
      wrap="wrap"
    >
      <ActionButton action="apply.put" short />
      {!narrow && (
        <>
          {ways.map(
            (other) => other !== way && <ActionButton key={other} action={`apply.put-${other}`} short />,
          )}
          <chakra.span flexBasis="100%" />
          <ActionButton action="apply.audition" short />
          <ActionButton action="apply.gather" short />
          <ActionButton action="apply.random" short />
          <HStack gap="6px">
            <KeyCap keys="Alt+1" quiet />
            <chakra.span whiteSpace="nowrap">pick row</chakra.span>
          </HStack>
        </>
      )}
      <HStack gap="0" ml="auto">
        {!narrow && <ActionButton action="apply.weaker" short />}
        <chakra.span fontFamily="mono" whiteSpace="nowrap" title="strength">{`${strength} %`}</chakra.span>
        {!narrow && <ActionButton action="apply.stronger" short />}
      </HStack>
    </HStack>
  );
});
