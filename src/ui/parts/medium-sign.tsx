import { chakra } from "@chakra-ui/react";
import { media, type Medium } from "@/core/media";

function Sign({ name, path }: { name: string; path: string }) {
  return (
    <chakra.svg
      role="img"
      aria-label={name}
      viewBox="0 0 16 16"
      width="16px"
      height="16px"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.2"
      strokeLinecap="round"
      flexShrink={0}
    >
      <path d={path} />
    </chakra.svg>
  );
}

/** The drawn sign of a medium: wave, frame or strip. */
export const MediumSign = ({ medium }: { medium: Medium }) => <Sign {...media[medium].sign} />;

/** The drawn sign of a group: several lines that run together. */
export const GroupSign = () => <Sign name="group" path="M1 3.5h4l4 4.5h6 M1 8h8 M1 12.5h4l4-4.5" />;
