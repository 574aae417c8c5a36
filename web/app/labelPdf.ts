import type { InferOutput } from 'valibot';
import type { LabelRequestSchema } from '#contract/labels.ts';
import { routes } from '#contract/routes.ts';
import { posted } from '../session/asked.ts';

/** Asks the server for a sheet of labels. @returns the PDF, or why there is none */
export async function askLabels(request: InferOutput<typeof LabelRequestSchema>): Promise<Blob | string> {
  const res = await fetch(routes.labels, posted(request));
  return res.ok ? res.blob() : ((await res.json()) as { title: string }).title;
}
