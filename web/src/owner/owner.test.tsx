// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { ApiError, problemOf } from "../api/problem";
import type { OwnerSheet } from "../api/types";
import { draw } from "../testing/render";
import { ForOwner } from "./for-owner";
import { OwnerPage } from "./owner-page";

const sheet = (row: Partial<OwnerSheet> = {}): OwnerSheet => ({
  called: "Sprayer pump",
  family: "Small four-stroke",
  first: "Engine off and cold.",
  footer: "Guidance.",
  closed: false,
  rows: [
    {
      check: "wet-map",
      icon: "eye",
      ask: "Is there wet fuel?",
      do: "Look and smell.",
      answers: [
        { outcome: "dry", says: "Nothing wet", stop: null },
        { outcome: "vent", says: "At its top", stop: "Nobody starts it." },
      ],
    },
  ],
  ...row,
});
const open = (at: string) =>
  draw(
    <Routes>
      <Route path="/owner/:code" element={<OwnerPage />} />
      <Route path="/jobs/:id/owner" element={<ForOwner />} />
    </Routes>,
    at,
  );

describe("the owner's page", () => {
  it("says at once when it is to be left alone, and brings the answers to the shop", async () => {
    vi.spyOn(api, "openOwnerSheet").mockResolvedValue(sheet());
    const tell = vi.spyOn(api, "answerOwnerSheet").mockResolvedValue({ taken: 2 });
    const { user } = open("/owner/K7QM");
    await user.click(await screen.findByRole("radio", { name: "At its top" }));
    expect(screen.getByRole("alert").textContent).toContain("Nobody starts it.");
    const button = screen.getByRole<HTMLButtonElement>("button", { name: "Tell the shop" });
    expect(button.disabled).toBe(true);
    await user.type(screen.getByLabelText("Your name"), "Beekeeper");
    await user.type(screen.getByLabelText(/^Anything else/), "it rained");
    await user.click(button);
    await screen.findByText("The shop has it. Thank you.");
    expect(screen.getByRole("alert").textContent).toContain("Nobody starts it.");
    expect(tell).toHaveBeenCalledWith(
      "K7QM",
      expect.objectContaining({
        who: "Beekeeper",
        words: "it rained",
        answers: [expect.objectContaining({ check: "wet-map", outcome: "vent" })],
      }),
    );
  });

  it("keeps what was said while the shop does not answer, and sends it under the same ids", async () => {
    vi.spyOn(api, "openOwnerSheet").mockResolvedValue(sheet());
    const tell = vi.spyOn(api, "answerOwnerSheet").mockRejectedValueOnce(problemOf(0, null));
    const first = open("/owner/K7QM");
    await first.user.click(await screen.findByRole("radio", { name: "Nothing wet" }));
    await first.user.type(screen.getByLabelText("Your name"), "Beekeeper");
    await first.user.click(screen.getByRole("button", { name: "Tell the shop" }));
    expect((await screen.findByRole("alert")).textContent).toMatch(/kept here: try again later/);
    first.unmount();
    tell.mockResolvedValue({ taken: 1 });
    const second = open("/owner/K7QM");
    await second.user.click(await screen.findByRole("button", { name: "Tell the shop" }));
    await screen.findByText("The shop has it. Thank you.");
    expect(tell.mock.calls[1]?.[1]).toEqual(tell.mock.calls[0]?.[1]);
  });

  it("takes an answer back, and says nothing of it", async () => {
    vi.spyOn(api, "openOwnerSheet").mockResolvedValue(sheet());
    const tell = vi.spyOn(api, "answerOwnerSheet").mockResolvedValue({ taken: 1 });
    const { user } = open("/owner/K7QM");
    await user.click(await screen.findByRole("radio", { name: "At its top" }));
    await user.click(screen.getByRole("radio", { name: "Not looked, or not sure" }));
    await user.type(screen.getByLabelText("Your name"), "Beekeeper");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Tell the shop" }).disabled).toBe(true);
    await user.type(screen.getByLabelText(/^Anything else/), "x");
    await user.click(screen.getByRole("button", { name: "Tell the shop" }));
    await waitFor(() => expect(tell).toHaveBeenCalledWith("K7QM", expect.objectContaining({ answers: [] })));
  });

  it("says what is wrong with a code, and that a job is over", async () => {
    const ask = vi.spyOn(api, "openOwnerSheet").mockRejectedValue(problemOf(404, { detail: "x", status: 404 }));
    const wrong = open("/owner/AAAA");
    expect((await screen.findByRole("alert")).textContent).toMatch(/No sheet has this code/);
    wrong.unmount();
    ask.mockRejectedValue(new ApiError({ type: "", title: "", status: 410, detail: "A code is good for 14 days." }));
    const late = open("/owner/BBBB");
    expect((await screen.findByRole("alert")).textContent).toBe("A code is good for 14 days.");
    late.unmount();
    ask.mockResolvedValue(sheet({ closed: true }));
    open("/owner/CCCC");
    await screen.findByText(/The shop has closed this job/);
  });
});

describe("the shop's side of it", () => {
  it("is printed with boxes to tick, or opened from afar by a code told once", async () => {
    vi.spyOn(api, "ownerSheet").mockResolvedValue(sheet());
    vi.spyOn(api, "ownerLink").mockResolvedValue({ code: "K7QM-4XRT-9WVB", expires_at: "2026-12-11T08:00:00Z" });
    const print = vi.spyOn(window, "print").mockImplementation(() => undefined);
    const { user } = open("/jobs/j/owner");
    expect((await screen.findByText("At its top")).textContent).toContain("Nobody starts it.");
    await user.click(screen.getByRole("button", { name: "Make a code" }));
    expect((await screen.findByRole("status")).textContent).toContain("K7QM-4XRT-9WVB");
    expect(screen.getByRole("link", { name: /owner\/K7QM/ }).getAttribute("href")).toBe("/owner/K7QM-4XRT-9WVB");
    await user.click(screen.getByRole("button", { name: "Print" }));
    expect(print).toHaveBeenCalledOnce();
  });
});
