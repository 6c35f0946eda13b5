import { chakra } from "@chakra-ui/react";
import { CircleX, RefreshCw } from "lucide-react";
import { useDesk } from "../data/desk";
import { useStore } from "../data/store";
const isWaiting = ({ waiting }: { readonly waiting: boolean }) => waiting;

/** What has just been done or gone wrong, else `note`. */
export function Notices({ note }: { note: string | undefined }) {
  const { notices, unsaved } = useDesk();
  const notice = useStore(notices);
  const waiting = useStore(unsaved, isWaiting);
  const problem = !waiting && notice?.kind === "problem";
  const text = waiting ? "Not saved yet: the server does not answer. Trying again." : (notice?.text ?? note);
  return (
    <chakra.span
      role="status"
      aria-live="polite"
      color={problem ? "loss" : "muted"}
      fontWeight={problem ? "600" : undefined}
      title={text}
      data-problem={problem ? "" : undefined}
    >
      {waiting && <Sign icon={RefreshCw} />}
      {problem && <Sign icon={CircleX} />}
      {text}
    </chakra.span>
  );
}

const Sign = ({ icon: Icon }: { icon: typeof CircleX }) => (
  <chakra.span display="inline-block" verticalAlign="-2px" mr="6px">
    <Icon size={13} aria-hidden="true" />
  </chakra.span>
);
