"use client";

import { Box, chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import { byWeek, daysOfUse, everyDay, type DayOfUse } from "@/core/library/use";
import { count } from "@/core/library/words";
import { sayError } from "../data/desk";
import { Bars } from "../parts/bars";
import { useUsage } from "./use-findings";

const week = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" });

function weeksOf(of: readonly DayOfUse[]): DayOfUse[] {
  const now = Date.now();
  const day = (at: number) => new Date(at).toISOString().slice(0, 10);
  return byWeek(everyDay(of, day(now - (daysOfUse - 1) * 24 * 3_600_000), day(now)));
}

const sum = (of: readonly DayOfUse[], key: "uses" | "counted" | "keys" | "browsing") =>
  of.reduce((total, one) => total + one[key], 0);

/** What it took on the average, in a sentence; empty where nothing is known of it. */
function sayTaken(of: readonly DayOfUse[]): string {
  const counted = sum(of, "counted");
  if (counted === 0) return "";
  const [keys, browsing] = [sum(of, "keys"), sum(of, "browsing")];
  const each = (n: number) => (n / counted).toFixed(1);
  const saved = browsing - keys;
  return `Each took ${each(keys)} keys; by browsing it would have been ${each(browsing)}. ${
    saved >= 0 ? `${count(saved, "key")} saved.` : "Browsing would have been shorter."
  }`;
}

/** How much the library is used over time, and the keys that recalling cards has saved. */
export function UseShown() {
  const { data, error } = useUsage();
  const shown = useMemo(() => {
    if (!data) return null;
    const [mine, all] = [weeksOf(data.mine), weeksOf(data.all)];
    return {
      names: mine.map(({ day }) => week.format(new Date(day))),
      uses: [
        { name: "you", values: mine.map(({ uses }) => uses) },
        { name: "others", values: all.map(({ uses }, i) => uses - mine[i].uses) },
      ],
      saved: [{ name: "you", values: mine.map(({ keys, browsing }) => browsing - keys) }],
      total: sum(all, "uses"),
      own: sum(mine, "uses"),
      taken: sayTaken(mine),
    };
  }, [data]);
  if (error) return <Box role="alert" color="loss">{`✕ ${sayError(error)}`}</Box>;
  if (!shown) return <Box color="muted">Counting …</Box>;
  if (shown.total === 0)
    return (
      <Box color="muted">
        No card was applied in the last half year. What is applied from now on is counted here.
      </Box>
    );
  return (
    <Box display="grid" gap="16px" overflowY="auto" pr="4px">
      <chakra.p m="0">
        {`In half a year cards were applied ${count(shown.total, "time")}, ${shown.own} of them by you. ${shown.taken}`}
      </chakra.p>
      <Bars
        title="cards applied, week by week"
        label={`Cards applied by week: ${shown.total} in all, ${shown.own} by you`}
        names={shown.names}
        series={shown.uses}
      />
      {shown.taken && (
        <>
          <Bars
            title="your keys saved against browsing, week by week"
            label={shown.taken}
            names={shown.names}
            series={shown.saved}
          />
          <Box textStyle="hint">
            Browsing is counted as if you knew the folder and never erred: into the library, down the tree,
            into the table, to the card by pages and steps, and on.
          </Box>
        </>
      )}
    </Box>
  );
}
