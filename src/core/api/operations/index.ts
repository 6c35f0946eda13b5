import { live } from "./live";
import { ready } from "./ready";
import { openapi } from "./openapi";
import { cardSchema } from "./card-schema";
import { myLibraries } from "./my-libraries";
import { libraryReplica } from "./library-replica";
import { cardHeads } from "./card-heads";
import { cardContents } from "./card-contents";
import { imprints } from "./imprints";
import { search } from "./search";
import { changes } from "./changes";
import { events } from "./events";
import { history } from "./history";
import { changeDetails } from "./change-details";
import { takeBack } from "./take-back";
import { cardFile } from "./card-file";
import { cardRating } from "./card-rating";
import { usage } from "./usage";
import { memberView } from "./member-view";
import { cardVersions } from "./card-versions";
import { sessionReplica } from "./session-replica";
import { bringMaterial } from "./bring-material";
import { room } from "./room";
import { sessionsHolding } from "./sessions-holding";
import { unusedMaterial } from "./unused-material";
import { removeMaterial } from "./remove-material";
import { libraryFiles } from "./library-files";
import { missingFiles } from "./missing-files";
import { mediaFacts } from "./media-facts";
import { mediaCopy } from "./media-copy";
import { mediaFrame } from "./media-frame";
import { mediaWindow } from "./media-window";
import { myRenders } from "./my-renders";
import { askRender } from "./ask-render";
import { askInPlace } from "./ask-in-place";
import { oneRender } from "./one-render";
import { cancelRender } from "./cancel-render";
import { renderedFile } from "./rendered-file";
import { changeSettings } from "./change-settings";
import { scriptKeys } from "./script-keys";
import { makeScriptKey } from "./make-script-key";
import { reportFault } from "./report-fault";
import { revokeScriptKey } from "./revoke-script-key";
import { invitations } from "./invitations";
import { invite } from "./invite";
import { withdrawInvitation } from "./withdraw-invitation";
import { readInvitation } from "./read-invitation";
import { acceptInvitation } from "./accept-invitation";
import { changePassword } from "./change-password";
import { readFounding } from "./read-founding";
import { found } from "./found";
import { findMaterial } from "./find-material";
import { sessionTimeline } from "./session-timeline";
import type { Operation } from "../operation";

/** Everything that can be asked of the API besides the commands. */
export const operations: readonly Operation[] = [
  live,
  ready,
  openapi,
  cardSchema,
  myLibraries,
  libraryReplica,
  cardHeads,
  cardContents,
  imprints,
  search,
  changes,
  events,
  history,
  changeDetails,
  takeBack,
  cardFile,
  cardRating,
  usage,
  missingFiles,
  memberView,
  cardVersions,
  sessionReplica,
  sessionTimeline,
  findMaterial,
  bringMaterial,
  room,
  sessionsHolding,
  unusedMaterial,
  removeMaterial,
  libraryFiles,
  mediaFacts,
  mediaCopy,
  mediaFrame,
  mediaWindow,
  myRenders,
  askRender,
  askInPlace,
  oneRender,
  cancelRender,
  renderedFile,
  changeSettings,
  scriptKeys,
  makeScriptKey,
  reportFault,
  revokeScriptKey,
  invitations,
  invite,
  withdrawInvitation,
  readInvitation,
  acceptInvitation,
  changePassword,
  readFounding,
  found,
];
