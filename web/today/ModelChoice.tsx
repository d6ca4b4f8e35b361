/** Which model is asked from a place that has none of its own: the usual one, until another is picked. */
import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import { useState } from 'react';
import type { ModelSummary } from '@zud/core/contract/models';
import { api } from '../app/api';
import { Menu } from '../parts/controls';
import { usualModel } from './usual-model';

export interface ModelChoice {
  readonly models: UseQueryResult<readonly ModelSummary[]>;
  /** null until it is known which one is the usual: it never changes under the pointer */
  readonly modelId: string | null;
  readonly pick: (modelId: string) => void;
}

/** @param preset the one that the address names */
export function useModelChoice(preset: string | null = null): ModelChoice {
  const models = useQuery({ queryKey: ['models'], queryFn: api.models });
  const inquiries = useQuery({ queryKey: ['inquiries'], queryFn: api.inquiries });
  const [picked, pick] = useState<string | null>(null);
  const usual = models.isPending || inquiries.isPending ? null : usualModel(models.data ?? [], inquiries.data ?? []);
  return { models, modelId: picked ?? preset ?? usual, pick };
}

/** @param label what the button says; the name of the chosen model unless said otherwise */
export function ModelMenu({
  choice: { models, modelId, pick },
  label,
}: {
  readonly choice: ModelChoice;
  readonly label?: string;
}) {
  const all = models.data ?? [];
  const name = all.find(({ id }) => id === modelId)?.name ?? '';
  if (all.length < 2) return label === undefined ? name : null;
  return (
    <Menu
      plain
      label={label ?? `${name} ▾`}
      ariaLabel="Choose a model"
      entries={all.map((one) => ({ id: one.id, label: one.name, disabled: one.id === modelId }))}
      onChoose={pick}
    />
  );
}
