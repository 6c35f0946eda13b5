import { LockKeyhole } from "lucide-react";

/** Says that something is one member's alone. */
export const LockSign = () => <LockKeyhole size={13} role="img" aria-label="private" />;
