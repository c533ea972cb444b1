// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { draw } from "../testing/render";
import { PhotoButton } from "./photo-button";
import { Photos } from "./photos";
import { PhotoQueue, type Waiting } from "./queue";
import { PhotosProvider } from "./use-photos";

const row = { entry: "e", photo: "p", of: null, caption: "the clip", shows: null };
const kept = { all: () => Promise.resolve([]), put: () => Promise.resolve(), drop: () => Promise.resolve() };

/** A queue whose server answers only when it is let. */
function held() {
  const sent: Waiting[] = [];
  let let_go: () => void = () => undefined;
  const queue = new PhotoQueue({
    kept,
    send: (one) => new Promise<void>((done) => (sent.push(one), (let_go = done))),
    later: () => undefined,
  });
  return { queue, sent, answer: () => let_go() };
}

/** jsdom draws nothing: a picture is as large as it is said to be, and a canvas gives a small JPEG. */
function withCanvas(width: number, height: number) {
  vi.stubGlobal("createImageBitmap", () => Promise.resolve({ width, height, close: () => undefined }));
  const drawn: number[] = [];
  vi.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue({
    fillRect: () => undefined,
    drawImage: (_: unknown, ...at: number[]) => drawn.push(...at),
  } as never);
  vi.spyOn(HTMLCanvasElement.prototype, "toBlob").mockImplementation((done) =>
    done(new Blob(["small"], { type: "image/jpeg" })),
  );
  return drawn;
}

describe("a photo", () => {
  it("is made small, entered at once, and shown from here until it is stored", async () => {
    const drawn = withCanvas(4000, 3000);
    const { queue, sent, answer } = held();
    const add = vi.fn(() => Promise.resolve());
    const shown = (photo: string) => <Photos job="j" rows={[{ ...row, photo }]} />;
    const { user, rerender } = draw(
      <PhotosProvider value={queue}>
        <PhotoButton job="j" of="e1" name="Photo of Bowl nut" add={add} />
      </PhotosProvider>,
    );
    await user.upload(screen.getByLabelText("Photo of Bowl nut"), new File(["x"], "a.jpg", { type: "image/jpeg" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(drawn).toEqual([0, 0, 1600, 1200]);
    const photo = sent[0]?.photo ?? "";
    expect(add).toHaveBeenCalledWith(expect.objectContaining({ kind: "photo", data: { photo, of: "e1" } }));
    rerender(<PhotosProvider value={queue}>{shown(photo)}</PhotosProvider>);
    const source = () => document.querySelector("img")?.getAttribute("src");
    await waitFor(() => expect(source()).toMatch(/^data:image\/jpeg/));
    answer();
    await waitFor(() => expect(source()).toBe(`/api/v1/jobs/j/photos/${photo}`));
  });

  it("that is none is said so, and nothing is entered", async () => {
    vi.stubGlobal("createImageBitmap", () => Promise.reject(new Error("no")));
    const add = vi.fn(() => Promise.resolve());
    const { user } = draw(<PhotoButton job="j" name="Photo" add={add} />);
    const heic = new File(["x"], "IMG_1.HEIC", { type: "image/heic" });
    await user.upload(screen.getByLabelText("Photo"), heic);
    expect((await screen.findByRole("alert")).textContent).toMatch(/HEIC picture.*JPEG/);
    await user.upload(screen.getByLabelText("Photo"), new File(["x"], "a.png", { type: "image/png" }));
    await waitFor(() => expect(screen.getByRole("alert").textContent).toMatch(/cannot be read as a picture/));
    const large = new File(["x"], "b.jpg", { type: "image/jpeg" });
    Object.defineProperty(large, "size", { value: 40_000_000 });
    await user.upload(screen.getByLabelText("Photo"), large);
    await waitFor(() => expect(screen.getByRole("alert").textContent).toMatch(/has 40 MB; a photo has at most 30/));
    expect(add).not.toHaveBeenCalled();
  });

  it("opens large, and can be struck out", async () => {
    const drop = vi.fn();
    const { user } = draw(<Photos job="j" rows={[row]} onDrop={drop} />);
    await user.click(screen.getByRole("button", { name: "Photo: the clip" }));
    await user.click(screen.getByRole("button", { name: "Strike it out" }));
    expect(drop).toHaveBeenCalledWith(row);
  });
});
