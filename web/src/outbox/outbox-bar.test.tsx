// @vitest-environment jsdom
import { act, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { entry } from "../api/entries";
import { problemOf } from "../api/problem";
import { queries } from "../api/queries";
import type { Job, NewEntry } from "../api/types";
import { OutboxHand } from "../testing/outbox-hand";
import { catalogue, draw } from "../testing/render";
import type { Outbox } from "./outbox";
import { OutboxBar } from "./outbox-bar";

const note = (text: string): NewEntry => entry("note", { text });
const stored = (version: number) => ({ id: "a", version }) as Job;
const refused = problemOf(422, { type: "", title: "No", status: 422, detail: "Too long.", entries: [0] });

let outbox: Outbox;
const take = (one: Outbox) => void (outbox = one);

function page(at = "/handbook") {
  vi.spyOn(api, "catalogue").mockResolvedValue(catalogue());
  vi.spyOn(api, "job").mockResolvedValue(stored(3));
  return draw(
    <>
      <OutboxBar />
      <OutboxHand on={take} />
    </>,
    at,
  );
}
const write = (...entries: NewEntry[]) => act(() => outbox.add("a", entries));

describe("the page's outbox", () => {
  it("sends against the version the page knows, asks for it when it knows none, and hands on what came back", async () => {
    const send = vi.spyOn(api, "addEntries").mockResolvedValue(stored(4));
    const { client } = page();
    const one = note("Blue can");
    await write(one);
    expect(api.job).toHaveBeenCalledOnce();
    expect(send).toHaveBeenCalledWith("a", 3, [one]);
    expect(client.getQueryData(queries.job("a").queryKey)).toEqual(stored(4));
    await write(note("Red can"));
    expect(send.mock.lastCall?.[1]).toBe(4);
    expect(api.job).toHaveBeenCalledOnce();
    expect(screen.queryByRole("region")).toBeNull();
  });

  it("sends what a closed page left behind, and again when the signal comes back", async () => {
    const send = vi.spyOn(api, "addEntries").mockRejectedValue(problemOf(0, null));
    const { unmount } = page();
    await write(note("Blue can"));
    unmount();
    page();
    await waitFor(() => expect(send).toHaveBeenCalledTimes(2));
    expect(screen.getByRole("status").textContent).toBe("1");
    send.mockResolvedValue(stored(4));
    act(() => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(screen.getByRole("status").textContent).toBe("0"));
  });

  it("takes in what another page of the browser wrote", async () => {
    vi.spyOn(api, "addEntries").mockRejectedValue(problemOf(0, null));
    page();
    await write(note("Blue can"));
    localStorage.removeItem("upper-branch.outbox");
    act(() => void window.dispatchEvent(new StorageEvent("storage", { key: "upper-branch.outbox" })));
    expect(screen.getByRole("status").textContent).toBe("0");
  });
});

describe("what other jobs still have to send", () => {
  it("is said on every page, by name, and sent when asked", async () => {
    const send = vi.spyOn(api, "addEntries").mockRejectedValue(problemOf(503, null));
    const { user } = page();
    await write(note("Blue can"), note("Red can"));
    const bar = await screen.findByRole("region", { name: "Not stored yet" });
    expect(bar.textContent).toContain("Blue can and 1 more not stored yet.");
    expect(screen.getByRole("link").getAttribute("href")).toBe("/jobs/a");
    send.mockResolvedValue(stored(5));
    await user.click(screen.getByText("Send now"));
    await waitFor(() => expect(screen.queryByRole("region")).toBeNull());
  });

  it("asks to look at what was refused, and has nothing to send then", async () => {
    vi.spyOn(api, "addEntries").mockRejectedValue(refused);
    page();
    await write(note("Blue can"));
    const bar = await screen.findByRole("region", { name: "Not stored yet" });
    expect(bar.textContent).toContain("set aside: look at it.");
    expect(screen.queryByText("Send now")).toBeNull();
  });

  it("is left to the job's own page on the job's own page", async () => {
    vi.spyOn(api, "addEntries").mockRejectedValue(problemOf(503, null));
    page("/jobs/a");
    await write(note("Blue can"));
    expect(screen.getByRole("status").textContent).toBe("1");
    expect(screen.queryByRole("region")).toBeNull();
  });
});
