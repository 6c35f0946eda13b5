import { Box, chakra } from "@chakra-ui/react";
import { count } from "@/core/library/words";
import { usesOf } from "@/core/upkeep/cards";
import type { Finding, Found, Look } from "@/core/upkeep/define";
import { ActionButton } from "../actions/action-button";
import type { RemedyHere } from "../actions/upkeep/here";
import { IndexCard } from "../parts/index-card";
import { nameOf, titleOf } from "./names";

interface MatterPanelProps {
  readonly finding: Finding;
  readonly found: Found | undefined;
  readonly selected: number;
  readonly look: Look;
  readonly remedies: readonly RemedyHere[];
}

/** What is known of a row besides its name. */
function aside({ of }: Finding, id: string, look: Look): string {
  if (of !== "card") return "";
  const uses = usesOf(id, look);
  const aliases = look.shelf.aliasesOf(id).map(({ text }) => `“${text}”`);
  const key = look.shelf.keyOf(id);
  return [
    uses > 0 ? `applied ${count(uses, "time")} by you` : "never applied by you",
    ...(aliases.length > 0 ? [`recalled by ${aliases.join(", ")}`] : []),
    ...(key ? [`key ${key}`] : []),
  ].join(" · ");
}

/** One matter: what it is about, and what puts it right. */
export function MatterPanel({ finding, found, selected, look, remedies }: MatterPanelProps) {
  return (
    <>
      {found && (
        <IndexCard
          label="Matter"
          tab={finding.title}
          title={
            <chakra.h2 textStyle="cardTitle" overflowWrap="anywhere">
              {selected > 1 ? count(selected, "matter") : titleOf(finding, found, look)}
            </chakra.h2>
          }
        >
          <Box px="16px" py="10px" borderBottom="1px solid" borderColor="cardRule">
            {finding.says(found, look)}
          </Box>
          <Box as="ul" listStyleType="none" m="0" p="0" aria-label="What it is about">
            {found.ids.map((id, i) => {
              const named = nameOf(finding, id, look);
              if (!named) return null;
              return (
                <Box as="li" key={id} px="16px" py="8px" borderBottom="1px solid" borderColor="cardRule">
                  <Box display="flex" justifyContent="space-between" gap="10px">
                    <chakra.span textStyle="rowTitle" overflowWrap="anywhere">
                      {named.name}
                    </chakra.span>
                    {finding.firstStays && found.ids.length > 1 && i === 0 && (
                      <chakra.span textStyle="figure" flexShrink={0}>
                        stays
                      </chakra.span>
                    )}
                  </Box>
                  <Box fontSize="xs" color="cardMuted" overflowWrap="anywhere">
                    {[named.where, aside(finding, id, look)].filter(Boolean).join(" · ")}
                  </Box>
                </Box>
              );
            })}
          </Box>
        </IndexCard>
      )}
      <Box
        mt="16px"
        display="grid"
        gap="8px"
        justifyItems="start"
        role="group"
        aria-label="Remedies"
        css={{ "& button": { whiteSpace: "normal", textAlign: "left", height: "auto", paddingBlock: "6px" } }}
      >
        {remedies.map(({ id }) => (
          <ActionButton key={id} action={`upkeep.${id}`} main />
        ))}
        {remedies.some(({ wordsForAll }) => wordsForAll !== "") && (
          <Box textStyle="hint" mt="6px">
            All of this kind
          </Box>
        )}
        {remedies.map(({ id }) => (
          <ActionButton key={id} action={`upkeep.${id}-all`} />
        ))}
      </Box>
    </>
  );
}
