import { chakra } from "@chakra-ui/react";
import {
  Anchor,
  Bird,
  Camera,
  CloudRain,
  Ear,
  Film,
  Flame,
  Hammer,
  House,
  AudioWaveform,
  MessageCircle,
  Moon,
  Music,
  Palette,
  Ship,
  Star,
  Sun,
  Waves,
  Wind,
  type LucideIcon,
} from "lucide-react";
import type { FolderSign } from "@/core/library/entities";

const signs: Readonly<Record<Exclude<FolderSign, "">, LucideIcon>> = {
  wave: AudioWaveform,
  waves: Waves,
  wind: Wind,
  rain: CloudRain,
  sun: Sun,
  moon: Moon,
  bird: Bird,
  ship: Ship,
  anchor: Anchor,
  house: House,
  hammer: Hammer,
  voice: MessageCircle,
  ear: Ear,
  music: Music,
  camera: Camera,
  film: Film,
  palette: Palette,
  flame: Flame,
  star: Star,
};

/** The sign that a folder bears; nothing where it bears none. */
export function FolderSignOf({ sign }: { sign: FolderSign }) {
  if (sign === "") return null;
  const Icon = signs[sign];
  return (
    <chakra.span display="inline-flex" flexShrink={0} color="muted">
      <Icon size={14} aria-hidden="true" />
    </chakra.span>
  );
}
