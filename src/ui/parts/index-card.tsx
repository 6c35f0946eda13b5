import { Box, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useClasses } from "../theme/classes";

interface IndexCardProps {
  /** What stands on the tab, such as the folder path. */
  readonly tab: string;
  readonly title: ReactNode;
  readonly children: ReactNode;
  readonly label: string;
}

/** A card of the index: tab, slab title, red head rule, ruled lines below. */
export function IndexCard({ tab, title, children, label }: IndexCardProps) {
  return (
    <chakra.section aria-label={label} color="cardInk" minWidth="0">
      <Box
        bg="card"
        borderTopRadius="sheet"
        fontFamily="heading"
        fontSize="xs"
        fontWeight="600"
        px="16px"
        pt="6px"
        pb="4px"
        ml="16px"
        maxWidth="calc(100% - 28px)"
        width="fit-content"
        truncate
        title={tab}
      >
        {tab}
      </Box>
      <Box bg="card" borderRadius="part" boxShadow="sm">
        <Box px="16px" py="12px" borderBottom="2px solid" borderColor="cardHead" minHeight="44px">
          {title}
        </Box>
        {children}
      </Box>
    </chakra.section>
  );
}

const styles = {
  line: {
    display: "grid",
    gridTemplateColumns: "92px 1fr",
    gap: "8px",
    px: "16px",
    py: "8px",
    borderBottom: "1px solid",
    borderColor: "cardRule",
    alignItems: "baseline",
    "& > dt": { color: "cardMuted" },
    "& > dd": { m: "0", minWidth: "0", overflowWrap: "anywhere" },
  },
} as const;

/** One ruled line of a card: a name and what it says. */
export const CardLine = ({ name, children }: { readonly name: string; readonly children: ReactNode }) => (
  <div className={useClasses(styles).line}>
    <dt>{name}</dt>
    <dd>{children}</dd>
  </div>
);
