import { describe, expect, it } from "vitest";
import type { KnowledgeField } from "../api/types";
import { changesOf, inShort, textOf, undoing, valueOf, wrongWith } from "./edited";

const minutes: KnowledgeField = { at: "/a/minutes", name: "Minutes", kind: "number", value: 6, file: 3 };
const cuts: KnowledgeField = { at: "/a/cuts", name: "Limits", kind: "cuts", value: [2.5, 6], file: [2.5, 6] };
const steps: KnowledgeField = { at: "/a/steps", name: "Steps", kind: "lines", value: ["One."], file: ["One."] };

describe("what is typed into a record", () => {
  it("reads as the value of its kind, with a comma too", () => {
    expect(valueOf(" 7,5 ", "number")).toBe(7.5);
    expect(valueOf("2.5; 6", "cuts")).toEqual([2.5, 6]);
    expect(valueOf("One.\n\n Two. ", "lines")).toEqual(["One.", "Two."]);
    expect(valueOf(" Squirt ", "text")).toBe("Squirt");
    expect(wrongWith("soon", minutes)).toBe("A number");
    expect(wrongWith("2.5 and 6", cuts)).toBe("Numbers, the lower first");
    expect(wrongWith("4", minutes)).toBeNull();
  });

  it("comes back as it was typed", () => {
    for (const field of [minutes, cuts, steps]) {
      expect(valueOf(textOf(field.value, field.kind), field.kind)).toEqual(field.value);
    }
  });

  it("is a change only where it says something else than what stands there", () => {
    const texts = { "/a/minutes": "6.0", "/a/cuts": "2.5  6", "/a/steps": "One.\n" };
    expect(changesOf(texts, [minutes, cuts, steps])).toEqual([]);
    expect(changesOf({ "/a/minutes": "7" }, [minutes, cuts, steps])).toEqual([{ at: "/a/minutes", value: 7 }]);
    expect(changesOf({ "/a/cuts": "2 6" }, [cuts])).toEqual([{ at: "/a/cuts", value: [2, 6] }]);
  });

  it("gives a place back to the files where it says what they have", () => {
    expect(changesOf({ "/a/minutes": "3" }, [minutes])).toEqual([{ at: "/a/minutes", value: null }]);
  });
});

describe("a change that was made", () => {
  it("is undone by the word from before, or back to the files", () => {
    expect(undoing({ at: "/a", was: 6, file: 3 })).toEqual({ at: "/a", value: 6 });
    expect(undoing({ at: "/a", was: [1, 2], file: [1, 2] })).toEqual({ at: "/a", value: null });
  });

  it("stands in a line of the history", () => {
    expect([6, "A", "Squirt test", [2.5, 6], ["One.", "Two."], null].map(inShort)).toEqual([
      "6",
      "A",
      "“Squirt test”",
      "2.5 · 6",
      "“One. Two.”",
      "as the files have it",
    ]);
  });
});
