import { expect, it } from "vitest";
import { waitWords } from "./waiting";

const NOW = Date.parse("2026-03-01T12:00:00Z");
const soaking = (until: string | null) => waitWords({ for: "soaking", until }, NOW);

it("says what a job waits for, and when it is ready or since when", () => {
  expect(soaking("2026-03-01T12:30:00Z")).toBe("Soaking, ready in 30 minutes");
  expect(soaking("2026-03-01T15:00:00Z")).toBe("Soaking, ready in 3 hours");
  expect(soaking("2026-03-04T12:00:00Z")).toBe("Soaking, ready in 3 days");
  expect(soaking("2026-03-01T12:00:20Z")).toBe("Soaking, ready in 20 seconds");
  expect(soaking("2026-03-01T11:56:00Z")).toBe("Soaking, ready 4 minutes ago");
  expect(soaking(null)).toBe("Soaking");
  expect(waitWords({ for: "parts", until: null }, NOW)).toBe("Waiting for parts");
});
