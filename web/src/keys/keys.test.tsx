// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { draw } from "../testing/render";
import { KeySheet } from "./key-sheet";
import { KeyRegistry } from "./registry";
import { useKeys, useShown } from "./use-keys";

function Bench({ act }: { act: (what: string) => void }) {
  const [turns, setTurns] = useState(0);
  const shown = useShown();
  useKeys("The step", [
    ["Enter", "Repaired", () => act("repaired")],
    ["1", "Strong", () => act("strong")],
    [" ", "Clock", () => act(`clock ${turns}`)],
    ["ArrowRight", "Quarter on", () => setTurns(turns + 1)],
  ]);
  return (
    <>
      <button type="button" aria-keyshortcuts={shown("u")} onClick={() => act("undone")}>
        Undo
      </button>
      <input aria-label="Speed" />
      <div role="slider" aria-valuenow={1} tabIndex={0} />
      <output>{turns}</output>
      <KeySheet />
    </>
  );
}

function bench() {
  const act = vi.fn();
  return { act, ...draw(<Bench act={act} />) };
}

describe("keys", () => {
  it("yield to the button that has the focus: Enter on Undo undoes, and repairs nothing", async () => {
    const { act, user } = bench();
    await user.tab();
    expect(document.activeElement?.textContent).toBe("Undo");
    await user.keyboard("{Enter}");
    expect(act.mock.calls).toEqual([["undone"]]);
    await user.keyboard(" ");
    expect(act).toHaveBeenLastCalledWith("undone");
  });

  it("yield to fields whole, to sliders their arrows, and act where nothing claims them", async () => {
    const { act, user } = bench();
    await user.type(screen.getByLabelText("Speed"), "1{Enter}");
    expect(act).not.toHaveBeenCalled();
    fireEvent.keyDown(screen.getByRole("slider"), { key: "ArrowRight" });
    expect(screen.getByRole("status").textContent).toBe("0");
    fireEvent.keyDown(screen.getByRole("slider"), { key: "1" });
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(act.mock.calls).toEqual([["strong"], ["repaired"]]);
  });

  it("do what the page shows now, not what it showed when they were set", () => {
    const { act } = bench();
    fireEvent.keyDown(document.body, { key: "ArrowRight" });
    fireEvent.keyDown(document.body, { key: "ArrowRight" });
    fireEvent.keyDown(document.body, { key: " " });
    expect(act).toHaveBeenLastCalledWith("clock 2");
  });

  it("stand on their sheet as they act, and single characters can be switched off for good", async () => {
    const { act, user } = bench();
    fireEvent.keyDown(document.body, { key: "?" });
    expect(screen.getByText("Quarter on").previousSibling?.textContent).toBe("→");
    await user.click(screen.getByLabelText("Letters, digits and signs act by themselves"));
    await user.keyboard("{Escape}");
    fireEvent.keyDown(document.body, { key: "1" });
    expect(act).not.toHaveBeenCalled();
    expect(screen.getByText("Undo").getAttribute("aria-keyshortcuts")).toBeNull();
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(act).toHaveBeenCalledOnce();
    expect(localStorage.getItem("upper-branch.single-keys")).toBe('"off"');
  });
});

describe("the table of keys", () => {
  const press = (key: string, more = {}) => ({
    key,
    ctrlKey: false,
    metaKey: false,
    altKey: false,
    defaultPrevented: false,
    target: null,
    ...more,
  });

  it("gives a key to the latest that asked for it, and back when that is gone", () => {
    const registry = new KeyRegistry();
    const page = registry.add();
    page.set([{ key: "r", name: "Repair", scope: "This job", act: () => undefined }]);
    const sheet = registry.add();
    sheet.set([{ key: "r", name: "Refuse", scope: "The step", act: () => undefined }]);
    page.set([{ key: "r", name: "Repair now", scope: "This job", act: () => undefined }]);
    expect(registry.meant(press("r"))?.name).toBe("Refuse");
    sheet.remove();
    expect(registry.meant(press("r"))?.name).toBe("Repair now");
  });

  it("leaves alone what is held with Ctrl or Alt, was answered already, or only stands on the sheet", () => {
    const registry = new KeyRegistry();
    registry.add().set([
      { key: "k", name: "K", scope: "This job", act: () => undefined },
      { key: "Tab", name: "On", scope: "This job" },
      { key: "mod+k", name: "Palette", scope: "Everywhere", act: () => undefined, everywhere: true },
    ]);
    expect(registry.meant(press("k", { altKey: true }))).toBeNull();
    expect(registry.meant(press("k", { defaultPrevented: true }))).toBeNull();
    expect(registry.meant(press("Tab"))).toBeNull();
    expect(registry.meant(press("k", { ctrlKey: true }))?.name).toBe("Palette");
    registry.switchSingle(false);
    expect(registry.meant(press("k"))).toBeNull();
    expect(registry.meant(press("k", { metaKey: true }))?.name).toBe("Palette");
  });
});
