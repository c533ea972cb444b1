// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { useMemo } from "react";
import { useLocation } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import type { JobSummary } from "../api/types";
import { boardPage, catalogue, draw } from "../testing/render";
import { CommandsRoot, useOffer } from "./commands";
import { Palette } from "./palette";
import { TimerBell } from "./timer-bell";

const soaking = (until: string): JobSummary =>
  ({
    id: "a",
    title: "Cutter bowl",
    machine: "Cutter",
    closed_as: null,
    waiting: { for: "soaking", until, text: null },
    leading: [],
  }) as unknown as JobSummary;

function Place() {
  return <output>{useLocation().pathname + useLocation().search}</output>;
}

function Offering({ act }: { act: () => void }) {
  useOffer(useMemo(() => [{ name: "Pump shot", kind: "Take this check", act }], [act]));
  return null;
}

function palette(act = vi.fn()) {
  vi.spyOn(api, "board").mockResolvedValue(boardPage([soaking("2030-01-01T00:00:00Z")]));
  vi.spyOn(api, "worktop").mockResolvedValue([]);
  vi.spyOn(api, "catalogue").mockResolvedValue(
    catalogue({
      faults: [{ id: "pump-nozzle", name: "Pump nozzle blocked" }],
      synonyms: [["pump nozzle", "squirter"]],
    }),
  );
  return draw(
    <CommandsRoot>
      <Offering act={act} />
      <Palette />
      <Place />
    </CommandsRoot>,
  );
}

describe("the palette", () => {
  it("opens by key, finds by any name of the trade, and goes there", async () => {
    const { user } = palette();
    fireEvent.keyDown(document.body, { key: "k", ctrlKey: true });
    const field = await screen.findByRole("combobox");
    await waitFor(() => expect(screen.getAllByRole("option").length).toBeGreaterThan(3));
    await user.type(field, "squirter");
    await waitFor(() => expect(screen.getAllByRole("option")[0]?.textContent).toContain("Pump nozzle blocked"));
    await user.keyboard("{Enter}");
    expect(screen.getByRole("status").textContent).toBe("/handbook?on=faults&id=pump-nozzle");
    expect(screen.queryByRole("combobox")).toBeNull();
  });

  it("offers first what the page at hand can do, and moves by arrows", async () => {
    const act = vi.fn();
    const { user } = palette(act);
    fireEvent.keyDown(document.body, { key: "/" });
    await user.type(await screen.findByRole("combobox"), "p");
    await waitFor(() => expect(screen.getAllByRole("option").length).toBeGreaterThan(1));
    expect(screen.getAllByRole("option")[0]?.getAttribute("aria-selected")).toBe("true");
    await user.keyboard("{ArrowDown}{ArrowUp}{Enter}");
    expect(act).toHaveBeenCalledOnce();
  });

  it("does not open while one types in a field", () => {
    palette();
    const field = document.body.appendChild(document.createElement("input"));
    fireEvent.keyDown(field, { key: "/" });
    expect(screen.queryByRole("combobox")).toBeNull();
    field.remove();
  });
});

describe("the bell", () => {
  it("rings when a time is up, once until it is heard, and not before", async () => {
    const board = vi.spyOn(api, "board").mockResolvedValue(boardPage([soaking("2020-01-01T00:00:00Z")]));
    const { user, unmount } = draw(<TimerBell />);
    expect((await screen.findByRole("alert")).textContent).toContain("Soaking: time is up. Cutter bowl");
    await user.click(screen.getByText("Heard"));
    expect(screen.queryByRole("alert")).toBeNull();
    unmount();
    draw(<TimerBell />);
    await waitFor(() => expect(board.mock.calls.length).toBeGreaterThan(1));
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("is on time to the second", async () => {
    vi.spyOn(api, "board").mockResolvedValue(boardPage([soaking(new Date(Date.now() + 700).toISOString())]));
    draw(<TimerBell />);
    await new Promise((done) => setTimeout(done, 300));
    expect(screen.queryByRole("alert")).toBeNull();
    expect(await screen.findByRole("alert", {}, { timeout: 1500 })).toBeTruthy();
  });
});
