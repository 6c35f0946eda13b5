import { operation } from "../operation";

export const readFounding = operation<{ readonly open: true }>()({
  method: "GET",
  path: "/founding/{token}",
  summary: "Whether the link that begins an empty installation can be used",
  needs: "none",
  answer: "`open`",
});
