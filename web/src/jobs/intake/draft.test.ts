import { describe, expect, it } from "vitest";
import { catalogue, job } from "../../testing/samples";
import { draftLike } from "./draft";

describe("a sheet for the same machine again", () => {
  const words = catalogue({ families: [{ id: "car-one", name: "Single", features: ["bowl", "choke"] }] });
  const machine = {
    family: "car-one",
    called: "Cider press",
    card: { id: "c", name: "Press downdraft" },
    features: ["bowl", "air-screw"],
    carburetors: 1,
    cylinders: 4,
    engine: { power: 22, displacement: null, full_speed: null },
  };

  it("has how it is made, its name, card and engine, and asks the rest anew", () => {
    const draft = draftLike(job({ machine }), words);
    expect(draft).toMatchObject({
      family: "car-one",
      name: "Cider press",
      card: "c",
      switches: { choke: false, "air-screw": true },
      carburetors: "",
      cylinders: "4",
      engine: { power: "22", displacement: "", full_speed: "" },
      symptoms: {},
      context: {},
      work: [],
      plan: "",
    });
  });

  it("has no name and no card where the machine has none", () => {
    const bare = { ...machine, called: null, card: null, carburetors: 2, cylinders: null };
    expect(draftLike(job({ machine: bare }), words)).toMatchObject({
      name: "",
      card: null,
      carburetors: "2",
      cylinders: "",
    });
  });
});
