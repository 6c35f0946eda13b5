import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { NoticeBoard } from "./notices";

describe("the line at the foot of the window", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("keeps why something was refused until the next thing is done", () => {
    const board = new NoticeBoard();
    board.tell({ kind: "problem", text: "No." });
    vi.advanceTimersByTime(3_600_000);
    expect(board.get()?.text).toBe("No.");
    board.tell({ kind: "done", text: "Yes." });
    expect(board.get()?.text).toBe("Yes.");
    vi.advanceTimersByTime(60_000);
    expect(board.get()).toBeNull();
  });

  it("lets go of it once one turns to another target, but not of what has only just come", () => {
    const board = new NoticeBoard();
    board.tell({ kind: "problem", text: "No." });
    vi.advanceTimersByTime(200);
    board.turn();
    expect(board.get()?.text).toBe("No.");
    vi.advanceTimersByTime(2000);
    board.turn();
    expect(board.get()).toBeNull();
  });

  it("keeps what is about all that is open, and what went well for its time", () => {
    const board = new NoticeBoard();
    board.tell({ kind: "problem", text: "Nothing answers.", lasting: true });
    vi.advanceTimersByTime(5000);
    board.turn();
    expect(board.get()?.text).toBe("Nothing answers.");
    board.tell({ kind: "done", text: "Done." });
    vi.advanceTimersByTime(5000);
    board.turn();
    expect(board.get()?.text).toBe("Done.");
  });

  it("is completed only where nothing else has come since", () => {
    const board = new NoticeBoard();
    board.tell({ kind: "done", text: "Kept." });
    board.tell({ kind: "done", text: "Kept. Proved.", completes: "Kept" });
    expect(board.get()?.text).toBe("Kept. Proved.");
    board.tell({ kind: "done", text: "Renamed." });
    board.tell({ kind: "done", text: "Kept. Proved.", completes: "Kept" });
    expect(board.get()?.text).toBe("Renamed.");
  });
});
