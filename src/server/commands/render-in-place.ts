import { renderInPlace as shape } from "@/core/api/commands/render-in-place";
import { carryOut } from "../command";
import { placingOf, renderedIn, saidOn } from "../in-place";
import { standAnew } from "../putting";

export const renderInPlace = carryOut(shape, async (ledger, { rendered = [], ...input }) => {
  const placing = await placingOf(ledger, input);
  const renderedOf = await renderedIn(ledger, rendered);
  await standAnew(ledger, placing.stand, (now) => ({ stand: placing.work(now, renderedOf) }));
  return { summary: saidOn(placing) };
});
