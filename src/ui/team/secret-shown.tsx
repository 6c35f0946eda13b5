import { Box, chakra, HStack } from "@chakra-ui/react";
import { useRef, useState, type RefObject } from "react";
import { MainButton, QuietButton } from "../parts/buttons";

/** Something that is shown once, to be copied. */
export function SecretShown({
  label,
  text,
  done,
  copy,
}: {
  label: string;
  text: string;
  done: () => void;
  copy: RefObject<HTMLButtonElement | null>;
}) {
  const [copied, setCopied] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const take = async () => {
    field.current?.select();
    try {
      await navigator.clipboard.writeText(text);
      setCopied(true);
    } catch {
      // Not allowed here: it stays selected, and Ctrl+C takes it.
    }
  };
  return (
    <>
      <chakra.label display="block" fontSize="xs" fontWeight="600" color="cardMuted">
        {label}
        <chakra.input
          ref={field}
          readOnly
          value={text}
          width="100%"
          mt="4px"
          px="8px"
          py="6px"
          textStyle="figure"
          bg="fieldGround"
          border="1px solid"
          borderColor="fieldRule"
          borderRadius="small"
          color="cardInk"
          onFocus={(event) => event.target.select()}
        />
      </chakra.label>
      <Box role="status" fontSize="xs" color="cardMuted" my="8px">
        {copied ? "Copied. It is not shown again." : "It is not shown again."}
      </Box>
      <HStack justifyContent="flex-end">
        <QuietButton keys="Escape" onClick={done}>
          Done
        </QuietButton>
        <MainButton ref={copy} keys="Enter" onClick={() => void take()}>
          Copy
        </MainButton>
      </HStack>
    </>
  );
}
