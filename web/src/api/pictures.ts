import { Problem } from "./client";

/** Longest side of a picture that is kept, and of the small one. */
const WHOLE = 1600;
const SMALL = 240;

/** A photograph as it is sent: drawn anew, so that nothing of it is left but the picture; and the same, small. */
export async function pictures(file: File): Promise<{ picture: string; small: string }> {
  const image = await createImageBitmap(file).catch(() => {
    throw new Problem(`${file.name} is not a picture that can be read.`);
  });
  const [picture, small] = await Promise.all([jpeg(image, WHOLE), jpeg(image, SMALL)]);
  image.close();
  return { picture, small };
}

async function jpeg(image: ImageBitmap, side: number): Promise<string> {
  const share = Math.min(1, side / Math.max(image.width, image.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(image.width * share);
  canvas.height = Math.round(image.height * share);
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const url = canvas.toDataURL("image/jpeg", 0.85);
  return url.slice(url.indexOf(",") + 1);
}
