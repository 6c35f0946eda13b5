import { useMenuContext } from "@chakra-ui/react";
import { useLayoutEffect, useRef, useState } from "react";
import { useHeldKeys } from "../keys/held-keys";

/** Within a menu's content: a menu that opens has the focus only with the next frame, and keys pressed before wait for it. */
export const KeysWaitForMenu = () => (useMenuContext().open ? <Waiting /> : null);

function Waiting() {
  const own = useRef<HTMLSpanElement>(null);
  const [reached, setReached] = useState(false);
  useLayoutEffect(() => {
    const menu = own.current!.closest("[role=menu]")!;
    const look = () => setReached(menu.contains(document.activeElement));
    look();
    menu.addEventListener("focusin", look);
    return () => menu.removeEventListener("focusin", look);
  }, []);
  useHeldKeys(!reached);
  return <span ref={own} hidden />;
}
