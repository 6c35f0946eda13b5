import { Box } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { useDesk } from "../data/desk";
import { report } from "../data/faults";
import { MainButton } from "./buttons";
import { Dialog } from "./dialog";
import { KeyCap } from "./key-cap";

/** Stands in the place of a dialog that broke: nothing of it was sent, and what lies below is as it was. */
export function BrokenDialog({ error, onClose }: { error: Error; onClose: () => void }) {
  const { libraryId } = useDesk();
  const [number, setNumber] = useState("");
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => setNumber(report(libraryId, error)), [libraryId, error]);
  return (
    <Dialog title="This could not be shown" onClose={onClose} initialFocus={button} width="420px">
      <Box mb="12px" overflowWrap="anywhere">
        {`${error.message || "Nothing is known of why."} Nothing was changed by it. Fault ${number}`}
      </Box>
      <MainButton ref={button} onClick={onClose}>
        Leave <KeyCap keys="Enter" quiet />
      </MainButton>
    </Dialog>
  );
}
