/** Asks before something is gone for good. */
import { Button, Dialog, PrimaryButton } from './controls';
import { Failure } from './states';

export function ConfirmDialog(props: {
  title: string;
  text: string;
  isOpen: boolean;
  /** What it does; “Delete” where it is not said. */
  act?: string;
  error: unknown;
  onConfirm: () => void;
  onClose: () => void;
}) {
  return (
    <Dialog title={props.title} isOpen={props.isOpen} onClose={props.onClose}>
      <p style={{ marginBottom: 16 }}>{props.text}</p>
      {props.error ? <Failure error={props.error} /> : null}
      <div style={{ display: 'flex', gap: 10 }}>
        <PrimaryButton onPress={props.onConfirm}>{props.act ?? 'Delete'}</PrimaryButton>
        <Button onPress={props.onClose}>Keep it</Button>
      </div>
    </Dialog>
  );
}
