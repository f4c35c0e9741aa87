// @vitest-environment happy-dom
import { act, fireEvent, screen } from "@testing-library/react";
import { hydrateRoot } from "react-dom/client";
import { renderToString } from "react-dom/server";
import { describe, expect, it, vi } from "vitest";
import * as yup from "yup";
import { Form, useCheckedForm } from "./form";

const SCHEMA = yup.object({ email: yup.string().required(), place: yup.string().required() });

type Read = yup.InferType<typeof SCHEMA>;

const boxOf = ({ error: _, ...box }: { readonly error: string | null }) => box;

function Example({ send }: { send: (read: Read) => null }) {
  const form = useCheckedForm({ schema: SCHEMA, typed: { email: "", place: "Boathouse" }, send });
  return (
    <Form form={form}>
      <input aria-label="Email" {...boxOf(form.field("email"))} />
      <input aria-label="Place" {...boxOf(form.field("place"))} />
      <button type="submit" disabled={form.isBusy}>
        Send
      </button>
    </Form>
  );
}

describe("a form that came with the page", () => {
  it("cannot be sent before the page's code is at work, puts nothing into the address, and keeps what was typed by then", async () => {
    const send = vi.fn(() => null);
    document.body.innerHTML = `<div>${renderToString(<Example send={send} />)}</div>`;
    expect(screen.getByRole<HTMLButtonElement>("button").disabled).toBe(true);
    expect(document.querySelector("form")?.method).toBe("post");
    const email = screen.getByLabelText<HTMLInputElement>("Email");
    email.value = "bodil@boathouse.example";

    await act(async () => hydrateRoot(document.body.firstElementChild!, <Example send={send} />));
    expect(email.value).toBe("bodil@boathouse.example");
    expect(screen.getByLabelText<HTMLInputElement>("Place").value).toBe("Boathouse");
    await act(async () => void fireEvent.click(screen.getByRole("button")));
    expect(send).toHaveBeenCalledWith({ email: "bodil@boathouse.example", place: "Boathouse" }, expect.anything());
  });
});
