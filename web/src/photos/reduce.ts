/** The longer side of a photo as it is sent, in pixels: as the server keeps it. */
const SIDE = 1600;
const QUALITY = 0.85;
/** Bytes of a file that is still opened; a photo of a camera has 3 to 20 million. */
const MOST = 30_000_000;

/** Why a file is no photo that can be kept, in words. */
export class NoPhoto extends Error {}

/** A photo made small enough to keep and to send: JPEG, the right way up, with nothing of where it was taken. */
export async function reduced(file: File): Promise<Blob> {
  if (file.size > MOST)
    throw new NoPhoto(
      `${file.name} has ${Math.round(file.size / 1e6)} MB; a photo has at most ${MOST / 1e6}. Send a smaller one.`,
    );
  const image = await createImageBitmap(file).catch(() => {
    throw new NoPhoto(
      /hei[cf]$/i.test(file.name) || /hei[cf]/.test(file.type)
        ? `${file.name} is a HEIC picture, which cannot be read here: set the camera to JPEG.`
        : `${file.name} cannot be read as a picture: take a JPEG or a PNG.`,
    );
  });
  const scale = Math.min(1, SIDE / Math.max(image.width, image.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  const brush = canvas.getContext("2d");
  if (!brush) throw new NoPhoto("This browser cannot make photos small: use another.");
  // What is clear in a PNG becomes white, as on paper.
  brush.fillStyle = "white";
  brush.fillRect(0, 0, canvas.width, canvas.height);
  brush.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new NoPhoto(`${file.name} cannot be made small: take another.`))),
      "image/jpeg",
      QUALITY,
    );
  });
}
