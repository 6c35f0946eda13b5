import { useEffect, useState } from "react";
import { boardIds, boardLike, type BoardId } from "@/core/keys/boards";
import { useDesk, useData } from "../data/desk";

/** What a browser that tells says of its keyboard; see the Keyboard Map draft of the WICG. */
interface Tells {
  readonly keyboard?: { getLayoutMap(): Promise<ReadonlyMap<string, string>> };
}

/** The keyboard that keys are drawn on: the member's choice, or the one most like their own; and how another one is chosen. */
export function useBoard(): readonly [BoardId, (board: BoardId) => void] {
  const { library } = useDesk();
  const data = useData();
  const [like, setLike] = useState<BoardId>(boardIds[0]);
  useEffect(() => {
    let wanted = true;
    (navigator as Tells).keyboard
      ?.getLayoutMap()
      .then((prints) => wanted && setLike(boardLike(new Map(prints))))
      // Where it will not tell, the first is as good as any.
      .catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, []);
  const choose = (board: BoardId) => void library.saveSettings({ board }).catch(() => undefined);
  return [data.member.settings.board ?? like, choose];
}
