import { kindPlural, kindsOf, targetKinds } from "../../media";
import { choiceTest, defineField } from "./define";

export const fits = defineField({
  name: "fits",
  says: "a kind of target it can be put on",
  examples: [["fits:bus", "a card for buses, or for any sound"]],
  read: choiceTest(
    targetKinds.map((value) => ({ value, also: [kindPlural(value)] })),
    ({ medium, fits: kinds }, value) =>
      kinds.length > 0 ? kinds.includes(value) : (kindsOf(medium) as string[]).includes(value),
  ),
  offers: () => targetKinds.map((value) => ({ value })),
});
