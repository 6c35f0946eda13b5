import { room } from "@/core/api/operations/room";
import { roomOf } from "@/server/room";
import { serve } from "@/server/serve";

export const GET = serve(room, async ({ member }) => roomOf(member));
