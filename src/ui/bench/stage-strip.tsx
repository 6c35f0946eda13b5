import { chakra, HStack } from "@chakra-ui/react";
import { memo } from "react";
import { useOffer } from "../actions/use-actions";
import { useSayKeys } from "../keys/keys";

/** One stage, by its place. */
const StageButton = memo(function StageButton({ at }: { readonly at: number }) {
  const offer = useOffer(`stage.${at}`);
  const say = useSayKeys();
  if (!offer) return null;
  return (
    <chakra.button
      type="button"
      disabled={!offer.offered}
      title={`${offer.words} · ${say(offer.keys[0])}`}
      fontSize="xs"
      px="6px"
      minHeight="24px"
      borderRadius="part"
      _hover={{ textDecoration: "underline" }}
      _disabled={{ color: "muted" }}
      onClick={offer.run}
    >
      <chakra.span textStyle="figure" borderBottom="1px solid" borderColor="keyRule" mr="4px">
        {at + 1}
      </chakra.span>
      {offer.short}
    </chakra.button>
  );
});

/** The member's order of work: each stage leads to what is offered there. */
export function StageStrip({ count }: { readonly count: number }) {
  const say = useSayKeys();
  return (
    <HStack mb="10px" gap="0" alignItems="baseline">
      <chakra.span textStyle="hint" pr="6px" flexShrink={0}>
        {say("Alt+1").replace(/1$/, "")}
      </chakra.span>
      <HStack as="ul" aria-label="Stages" listStyleType="none" m="0" p="0" gap="0" flexWrap="wrap">
        {Array.from({ length: count }, (_, at) => (
          <li key={at}>
            <StageButton at={at} />
          </li>
        ))}
      </HStack>
    </HStack>
  );
}
