import { describe, expect, it } from "vitest";
import type { RowTask } from "@/core/chain/render-codes";
import type { DecodedFile } from "@/core/effects/define";
import { PortHelpers, type RowsAnswer, type RowsMessage } from "./row-helpers";

const texture: DecodedFile = {
  kind: "texture",
  width: 1,
  height: 1,
  planes: [0, 1, 2].map(() => new Float32Array(1)),
};
const task = (...files: string[]): RowTask => ({
  chain: { medium: "image", settings: [] },
  strength: 100,
  bits: 8,
  files: files.map((hash) => [hash, texture] as const),
  moment: undefined,
  earlier: undefined,
  frame: { width: 1, height: 2 },
  source: { width: 1, height: 1, channels: 3, codes: new Uint16Array(3) },
  top: 1,
  from: 1,
  to: 2,
});

/** A helper at the other end of a port, who answers when told. */
function helper() {
  const { port1, port2 } = new MessageChannel();
  const got: RowsMessage[] = [];
  port2.onmessage = ({ data }: MessageEvent<RowsMessage>) => got.push(data);
  return {
    port: port1,
    got,
    answer: (answer: RowsAnswer) => port2.postMessage(answer),
    arrived: (count: number) => expect.poll(() => got.length).toBe(count),
    close: () => port2.close(),
  };
}
const codes = (value: number) => ({ codes: Uint8ClampedArray.of(value) });

describe("helpers by ports", () => {
  it("answers belong to tasks in their order, each helper's own", async () => {
    const [one, other] = [helper(), helper()];
    const helpers = new PortHelpers();
    [one, other].forEach(({ port }) => helpers.add(port));
    expect(helpers.count).toBe(2);
    const answers = [helpers.run(0, task()), helpers.run(0, task()), helpers.run(1, task())];
    other.answer(codes(3));
    one.answer(codes(1));
    one.answer({ problem: "out of ink" });
    expect([...(await answers[0])]).toEqual([1]);
    await expect(answers[1]).rejects.toThrow("out of ink");
    expect([...(await answers[2])]).toEqual([3]);
    [one, other].forEach((h) => h.close());
  });

  it("hands the source over, and sends a file only to who does not have it yet", async () => {
    const [one, other] = [helper(), helper()];
    const helpers = new PortHelpers();
    [one, other].forEach(({ port }) => helpers.add(port));
    const first = task("a", "b");
    void helpers.run(0, first);
    expect(first.source.codes.length).toBe(0);
    void helpers.run(0, task("b", "c"));
    void helpers.run(1, task("c"));
    await one.arrived(2);
    await other.arrived(1);
    const sent = ({ got }: typeof one) =>
      got.map(({ task, forget }) => [task.files.map(([hash]) => hash).join(""), forget]);
    expect(sent(one)).toEqual([
      ["ab", false],
      ["c", false],
    ]);
    expect(sent(other)).toEqual([["c", false]]);
    expect(one.got[0].task).toMatchObject({ top: 1, from: 1, to: 2, frame: { width: 1, height: 2 } });
    [one, other].forEach((h) => h.close());
  });

  it("makes a helper forget before it keeps more than a dozen", async () => {
    const one = helper();
    const helpers = new PortHelpers();
    helpers.add(one.port);
    const names = Array.from({ length: 12 }, (_, i) => `f${i}`);
    void helpers.run(0, task(...names));
    void helpers.run(0, task("f0"));
    void helpers.run(0, task("f1", "new"));
    void helpers.run(0, task("f0", "f1"));
    await one.arrived(4);
    // Of a task that makes it forget, all files are sent.
    expect(one.got.map(({ task, forget }) => [task.files.map(([hash]) => hash).join(" "), forget])).toEqual([
      [names.join(" "), false],
      ["", false],
      ["f1 new", true],
      ["f0", false],
    ]);
    one.close();
  });
});
