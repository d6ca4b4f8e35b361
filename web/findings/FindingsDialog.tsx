/** What is worth a look in a part of a model: what a board or one of its tiles shows, or an answer. */
import type { Reading } from '@zud/core/reading/schema';
import { Dialog } from '../parts/controls';
import { WorthALook } from './WorthALook';

export interface LookedAt {
  readonly modelId: string;
  readonly about: string;
  readonly within: { readonly reading: Reading } | { readonly boardId: string };
}

export function FindingsDialog({
  looked,
  asks,
  onClose,
}: {
  looked: LookedAt | null;
  asks: boolean;
  onClose: () => void;
}) {
  return (
    <Dialog title={looked === null ? '' : `In “${looked.about}”`} isOpen={looked !== null} onClose={onClose} wide>
      {looked === null ? null : <WorthALook modelId={looked.modelId} asks={asks} within={looked.within} />}
    </Dialog>
  );
}
