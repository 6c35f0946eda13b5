import { Button } from "@chakra-ui/react";
import type { ComponentProps } from "react";
import { KeyCap } from "./key-cap";

type Props = ComponentProps<typeof Button> & { readonly keys?: string; readonly quietKeys?: boolean };

/** The one thing a panel is about. */
export function MainButton({ keys, quietKeys, children, ...rest }: Props) {
  return (
    <Button
      size="sm"
      variant="outline"
      borderColor="selected"
      color="inherit"
      borderRadius="part"
      fontWeight="600"
      _hover={{ bg: "selectedGround", color: "ink" }}
      {...rest}
    >
      {children}
      {keys && <KeyCap keys={keys} quiet={quietKeys} />}
    </Button>
  );
}

/** Whatever else can be done. */
export function QuietButton({ keys, quietKeys, children, ...rest }: Props) {
  return (
    <Button
      size="sm"
      variant="plain"
      color="inherit"
      px="6px"
      minHeight="24px"
      borderRadius="part"
      fontWeight="400"
      _hover={{ textDecoration: "underline" }}
      {...rest}
    >
      {children}
      {keys && <KeyCap keys={keys} quiet={quietKeys} />}
    </Button>
  );
}
