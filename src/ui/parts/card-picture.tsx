import { Box } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { mediaFacts } from "@/core/api/operations/media-facts";
import type { CardHead } from "@/core/library/entities";
import { ask } from "../data/api";
import { useContent } from "../data/contents";
import { useDesk } from "../data/desk";
import { roomOf } from "../media";

interface CardPictureProps {
  readonly card: CardHead;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  /** It is as wide as there is room; `width` is about that. */
  readonly fills?: boolean;
}

/** What a card makes of the material that it was kept on, small; nothing where there is none, or it is gone. */
export function CardPicture({ card, ...size }: CardPictureProps) {
  return card.keptOn === null || !roomOf(card.medium) ? null : (
    <Made key={card.keptOn} card={card} mediaId={card.keptOn} {...size} />
  );
}

function Made({
  card,
  mediaId,
  width,
  height,
  fills = false,
}: CardPictureProps & { readonly mediaId: string }) {
  const { libraryId, library } = useDesk();
  const { chain } = useContent(library.contents, card.fingerprint);
  const { data: media } = useQuery({
    queryKey: ["media", libraryId, mediaId],
    queryFn: () => ask(mediaFacts, { libraryId, mediaId }),
    // What a file holds never changes.
    staleTime: Infinity,
    retry: false,
  });
  const Picture = roomOf(card.medium)!.Picture;
  if (!media || !chain) return null;
  return (
    <Box
      width={fills ? "100%" : `${width}px`}
      height={`${height}px`}
      flexShrink={0}
      overflow="hidden"
      borderRadius="small"
      bg="surround"
      title={`on “${media.name}”`}
      data-picture-of={card.id}
    >
      <Picture
        media={media}
        chain={chain}
        label={`“${card.name}” on “${media.name}”`}
        place={`picture of ${card.id}`}
        columns={Math.floor(width / 2)}
      />
    </Box>
  );
}
