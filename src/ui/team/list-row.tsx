import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A row of one of the team's lists. */
export function ListRow({
  id,
  selected,
  onPress,
  columns,
  children,
}: {
  id: string;
  selected: boolean;
  onPress: () => void;
  columns: string;
  children: ReactNode;
}) {
  return (
    <Box
      id={id}
      role="option"
      aria-selected={selected}
      data-subject="member"
      onMouseDown={onPress}
      display="grid"
      gridTemplateColumns={columns}
      gap="12px"
      alignItems="center"
      minHeight="36px"
      px="8px"
      py="6px"
      cursor="default"
      layerStyle="row"
      borderBottom="1px solid"
      borderBottomColor="rule"
    >
      {children}
    </Box>
  );
}
