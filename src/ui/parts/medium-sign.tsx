import { chakra } from "@chakra-ui/react";
import type { Medium } from "@/core/media";

const drawings: Record<Medium, { name: string; path: string }> = {
  audio: { name: "sound", path: "M1 8 C3 2 5 2 7 8 S11 14 13 8 15 5 15 5" },
  image: { name: "picture", path: "M1.5 3h13v10h-13z M4 10.5l3-4 2.5 3 1.5-1.5 2 2.5" },
  video: {
    name: "video",
    path: "M1.5 3h13v10h-13z M4.5 3v10 M11.5 3v10 M1.5 6.3h3 M1.5 9.7h3 M11.5 6.3h3 M11.5 9.7h3",
  },
};

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
export const MediumSign = ({ medium }: { medium: Medium }) => <Sign {...drawings[medium]} />;

/** The drawn sign of a group: several lines that run together. */
export const GroupSign = () => <Sign name="group" path="M1 3.5h4l4 4.5h6 M1 8h8 M1 12.5h4l4-4.5" />;
