"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import { count } from "@/core/library/words";
import { findings } from "@/core/upkeep";
import { upkeepPlace } from "../actions/upkeep";
import { useActions } from "../actions/use-actions";
import { useBegins } from "../data/use-begins";
import { useDesk, useData } from "../data/desk";
import { CardsComing } from "../parts/cards-coming";
import { Columns } from "../parts/columns";
import { settleFocus } from "../parts/settle-focus";
import { useSelection } from "../parts/use-selection";
import { KindList, kinds, useOfLibrary } from "./kind-list";
import { MatterList } from "./matter-list";
import { MatterPanel } from "./matter-panel";
import { useFindings, useLook, type FoundOfKind } from "./use-findings";
import { useRemedies } from "./use-remedies";
import { UseShown } from "./use-shown";

const nothing: FoundOfKind = { found: [] };

/** What was found, with what of it is selected. */
function useChosen(found: FoundOfKind["found"]) {
  const order = useMemo(() => found.map(({ id }) => id), [found]);
  const selection = useSelection(order);
  const selected = useMemo(() => found.filter(({ id }) => selection.ids.has(id)), [found, selection.ids]);
  return { selection, selected };
}

/** What wants tidying in the library, with what puts it right; and how much the library is used. */
export function UpkeepScreen() {
  const begins = useBegins();
  const { act, takeBack } = useDesk();
  const data = useData();
  const { replica, shelf, member } = data;
  const look = useLook();
  const all = useFindings(look);
  const [kind, setKind] = useState(useOfLibrary);
  const list = useRef<HTMLDivElement>(null);
  const kindList = useRef<HTMLDivElement>(null);
  const finding = findings.find(({ id }) => id === kind);
  const known = all.get(kind);
  const { found, left = 0, problem } = known ?? nothing;
  const { selection, selected } = useChosen(found);
  const lead = found.find(({ id }) => id === selection.lead);
  const remedies = useRemedies(finding, selected, found, look);
  const cards = finding?.of === "card" ? selected.flatMap(({ ids }) => replica.card.get(ids[0]) ?? []) : [];

  useEffect(() => {
    settleFocus(kindList.current);
  }, []);
  /** The next kind of which something was found, from here on in a circle; the next of all where nothing was. */
  const turn = (by: 1 | -1) => {
    const at = kinds.indexOf(kind);
    const others = kinds.map((_, i) => kinds[(at + by * (i + 1) + 2 * kinds.length) % kinds.length]);
    setKind(others.find((id) => (all.get(id)?.found.length ?? 0) > 0) ?? others[0]);
  };

  const opened = useActions(
    upkeepPlace,
    {
      ...begins,
      role: member.role,
      replica,
      shelf,
      act,
      takeBack,
      card: lead && finding?.of === "card" ? replica.card.get(lead.ids[0]) : undefined,
      selected: cards,
      chosenCards: cards,
      remedies,
      turn,
    },
    { note: found.length > 0 ? `${selected.length} of ${found.length} selected` : undefined },
  );

  return (
    <>
      <Columns
        place="upkeep"
        columns={[
          {
            id: "kinds",
            width: 260,
            least: 200,
            content: (
              <Box
                as="nav"
                aria-label="Kinds of findings"
                bg="panel"
                pt="12px"
                overflowY="auto"
                minHeight="0"
              >
                <KindList
                  ref={kindList}
                  kind={kind}
                  onKind={setKind}
                  onEnter={() => list.current?.focus()}
                  all={all}
                />
              </Box>
            ),
          },
          {
            id: "matters",
            least: 420,
            content: (
              <Box
                as="section"
                aria-label={finding?.title ?? "Use of the library"}
                display="flex"
                flexDirection="column"
                minHeight="0"
                p="16px"
                pb="10px"
              >
                <Box display="flex" gap="10px" alignItems="baseline">
                  <chakra.h1 textStyle="screenTitle">{finding?.title ?? "Use"}</chakra.h1>
                  <chakra.span color="muted" aria-live="polite">
                    {finding && known ? found.length.toLocaleString("en") : ""}
                  </chakra.span>
                </Box>
                {finding && (
                  <Box color="muted" pb="12px">
                    {finding.why}
                    {left > 0 && ` ${count(left, "card")} were too many to be compared.`}
                  </Box>
                )}
                {!finding && <UseShown />}
                {finding && found.length > 0 && (
                  <MatterList
                    onLeave={() => kindList.current?.focus()}
                    ref={list}
                    finding={finding}
                    found={found}
                    look={look}
                    selection={selection}
                  />
                )}
                {finding && found.length === 0 && (
                  <Box flex="1" color="muted" role="status">
                    {data.arriving ? (
                      <CardsComing />
                    ) : problem ? (
                      `✕ This could not be looked for: ${problem}`
                    ) : known ? (
                      "Nothing of this kind. ✓"
                    ) : (
                      "Looking …"
                    )}
                  </Box>
                )}
              </Box>
            ),
          },
          {
            id: "matter",
            width: 360,
            least: 280,
            content: (
              <Box as="aside" aria-label="Chosen matter" bg="panel" p="16px" overflowY="auto" minHeight="0">
                {finding && found.length > 0 ? (
                  <MatterPanel
                    finding={finding}
                    found={lead}
                    selected={selected.length}
                    look={look}
                    remedies={remedies}
                  />
                ) : (
                  <Box color="muted">
                    {finding
                      ? "What is chosen is shown here, with its remedies."
                      : `${count(
                          Array.from(all.values()).filter((of) => of.found.length > 0).length,
                          "kind",
                        )} of things to look after.`}
                  </Box>
                )}
              </Box>
            ),
          },
        ]}
      />
      {opened}
    </>
  );
}
