import { chakra } from "@chakra-ui/react";
import type { Medium } from "@/core/effects/define";

const drawings: Record<Medium, { name: string; path: string }> = {
  audio: { name: "sound", path: "M1 8 C3 2 5 2 7 8 S11 14 13 8 15 5 15 5" },
  image: { name: "picture", path: "M1.5 3h13v10h-13z M4 10.5l3-4 2.5 3 1.5-1.5 2 2.5" },
  video: { name: "video", path: "M1.5 3h13v10h-13z M4.5 3v10 M11.5 3v10 M1.5 6.3h3 M1.5 9.7h3 M11.5 6.3h3 M11.5 9.7h3" },
};

/** The drawn sign of a medium: wave, frame or strip. */
export function MediumSign({ medium }: { medium: Medium }) {
  const { name, path } = drawings[medium];
  return (
    <chakra.svg role="img" aria-label={name} viewBox="0 0 16 16" width="16px" height="16px" fill="none" stroke="currentColor" strokeWidth="1.2" strokeLinecap="round" flexShrink={0}>
      <path d={path} />
    </chakra.svg>
  );
}
