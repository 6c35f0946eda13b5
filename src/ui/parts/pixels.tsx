"use client";

import { chakra } from "@chakra-ui/react";
import { useLayoutEffect, useRef, type ComponentProps } from "react";
import type { RenderedPicture } from "@/workers/render-messages";

type Props = ComponentProps<typeof chakra.canvas> & {
  readonly picture: RenderedPicture | null;
  readonly label: string;
};

/** A rendered picture on a canvas of its size, painted together with what else has changed; the style decides how large it is shown. */
export function Pixels({ picture, label, ...rest }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const element = canvas.current;
    if (!element || !picture) return;
    if (element.width !== picture.width || element.height !== picture.height) {
      element.width = picture.width;
      element.height = picture.height;
    }
    element.getContext("2d")?.putImageData(new ImageData(picture.codes, picture.width, picture.height), 0, 0);
    // For tests and measurements: how many pictures have been painted here.
    element.dataset.painted = String(Number(element.dataset.painted ?? 0) + 1);
    performance.mark("fichier:painted");
  }, [picture]);
  return (
    <chakra.canvas
      ref={canvas}
      role="img"
      aria-label={label}
      width={picture?.width ?? 1}
      height={picture?.height ?? 1}
      visibility={picture ? undefined : "hidden"}
      {...rest}
    />
  );
}
