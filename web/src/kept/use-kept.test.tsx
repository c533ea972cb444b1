// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { draw } from "../testing/render";
import { useKept } from "./use-kept";

function Counter({ name }: { name: string }) {
  const [state, change, clear] = useKept(name, { drops: 0, note: "" });
  return (
    <>
      <output>{`${state.drops} ${state.note}`}</output>
      <button onClick={() => change((now) => ({ drops: now.drops + 1 }))}>Drop</button>
      <button onClick={() => change({ note: "warm" })}>Note</button>
      <button onClick={clear}>Clear</button>
    </>
  );
}
const shown = () => screen.getByRole("status").textContent;

it("keeps what is counted over a reload, each name for itself, until it is cleared", async () => {
  const first = draw(<Counter name="bowl" />);
  await first.user.dblClick(screen.getByText("Drop"));
  await first.user.click(screen.getByText("Note"));
  expect(shown()).toBe("2 warm");
  first.unmount();
  const again = draw(<Counter name="bowl" />);
  expect(shown()).toBe("2 warm");
  again.unmount();
  const other = draw(<Counter name="lid" />);
  expect(shown()).toBe("0 ");
  other.unmount();
  const last = draw(<Counter name="bowl" />);
  await last.user.click(screen.getByText("Clear"));
  expect(shown()).toBe("0 ");
  last.unmount();
  draw(<Counter name="bowl" />);
  expect(shown()).toBe("0 ");
});
