import { failureText, type Sent, send } from '@/components/send';

/** Longest edge that is sent, and how well it is written. The server makes the same bound. */
const LONGEST_EDGE = 2400;
const QUALITY = 0.85;

/** Makes a photo smaller in the browser; one that this browser cannot read goes as it is, and the server says what it is. */
async function smaller(file: File): Promise<Blob> {
  try {
    const image = await createImageBitmap(file);
    const scale = Math.min(1, LONGEST_EDGE / Math.max(image.width, image.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.width * scale);
    canvas.height = Math.round(image.height * scale);
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
    return blob ?? file;
  } catch {
    return file;
  }
}

/** Keeps a photo with a job: its hash, or what went wrong in words. */
export async function keepPhoto(
  jobId: string,
  file: File,
): Promise<{ readonly hash: string } | { readonly failure: string }> {
  const blob = await smaller(file);
  const sent: Sent<{ readonly hash: string }> = await send(
    `/api/jobs/${jobId}/photos`,
    blob,
    blob.type === '' ? 'application/octet-stream' : blob.type,
  );
  return sent.outcome === 'done' ? { hash: sent.value.hash } : { failure: failureText(sent) };
}
