/** The model that Today asks until another is picked. */
import type { ModelSummary } from '@zud/core/contract/models';
import type { InquirySummary } from '@zud/core/contract/inquiries';

/**
 * The one that was asked last; for who has asked nothing yet, the one with the most to ask of. A model that cannot be asked comes
 * only where there is no other.
 * @param inquiries the latest first
 */
export function usualModel(
  models: readonly Pick<ModelSummary, 'id' | 'measures' | 'fault'>[],
  inquiries: readonly Pick<InquirySummary, 'modelId'>[],
): string | null {
  const sound = models.filter(({ fault }) => fault === null);
  const among = sound.length > 0 ? sound : models;
  const last = inquiries.find(({ modelId }) => among.some(({ id }) => id === modelId));
  const largest = [...among].sort((a, b) => b.measures - a.measures)[0];
  return last?.modelId ?? largest?.id ?? null;
}
