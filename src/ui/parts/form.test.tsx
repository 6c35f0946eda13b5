import { act, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeAll, expect, it } from "vitest";
import { draw } from "../../../testing/screen";
import { ApiError } from "../data/api";
import { TextField } from "./fields";
import { Form, useRequestForm } from "./form";
import type { SchemaSource } from "./schema-source";

// The first import of the schemas takes longer than a test waits for an element.
beforeAll(() => import("@/core/api/schemas").then(() => undefined));

const schema: SchemaSource = ({ Joi }) =>
  Joi.object({ name: Joi.string().min(2).required().messages({ "string.min": "Too short" }) });

function NameForm({ send }: { send: (request: { name: string }) => Promise<void> }) {
  const form = useRequestForm({ schema, first: { name: "" }, send });
  return (
    <Form form={form} buttons={<button>{form.busy ? "Keeping" : "Keep"}</button>}>
      <TextField label="Name" {...form.field("name")} />
    </Form>
  );
}

it("Enter pressed twice is one request, and once it is answered there can be another", async () => {
  const sent: string[] = [];
  const answers: (() => void)[] = [];
  draw(
    <NameForm
      send={({ name }) => {
        sent.push(name);
        return new Promise((resolve) => answers.push(resolve));
      }}
    />,
  );
  const user = userEvent.setup();
  await user.type(screen.getByLabelText("Name"), "Fog{Enter}{Enter}{Enter}");
  await waitFor(() => expect(sent).toEqual(["Fog"]));
  await act(() => Promise.resolve(answers[0]()));
  await user.type(screen.getByLabelText("Name"), "horn{Enter}{Enter}");
  await waitFor(() => expect(sent).toEqual(["Fog", "Foghorn"]));
});

it("what cannot be checked is not sent, and says what to do", async () => {
  const sent: string[] = [];
  const failing: SchemaSource = () => Promise.reject(new Error("no line"));
  function Failing() {
    const form = useRequestForm({
      schema: failing,
      first: { name: "" },
      send: async ({ name }) => void sent.push(name),
    });
    return (
      <Form form={form} buttons={<button>Keep</button>}>
        <TextField label="Name" {...form.field("name")} />
      </Form>
    );
  }
  draw(<Failing />);
  await userEvent.setup().type(screen.getByLabelText("Name"), "Fog{Enter}");
  expect(await screen.findByText(/could not be loaded.*Try again/)).toBeDefined();
  expect(sent).toEqual([]);
});

it("what the server would refuse is said at its field and not sent; what it refuses is said until something is changed", async () => {
  const sent: string[] = [];
  draw(
    <NameForm
      send={({ name }) => {
        sent.push(name);
        return Promise.reject(new ApiError(409, "taken", "There is one already.", { field: "name" }));
      }}
    />,
  );
  const user = userEvent.setup();
  const field = screen.getByLabelText("Name");
  await user.type(field, "F{Enter}");
  expect(await screen.findByText(/Too short/)).toBeDefined();
  expect(sent).toEqual([]);
  await user.type(field, "og{Enter}");
  expect(await screen.findByText(/There is one already/)).toBeDefined();
  expect(document.activeElement).toBe(field);
  expect(sent).toEqual(["Fog"]);
  await user.type(field, "s");
  expect(screen.queryByText(/There is one already/)).toBeNull();
});
