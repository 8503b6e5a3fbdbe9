import { DeviceCodeRequest, type DeviceOfferResponse, paths } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { QRCodeSVG } from 'qrcode.react';
import { api } from '../../api/request.js';
import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import styles from './own-sign-in.module.css';

/** The secret for a device, as a square that it reads and as letters that are typed; its first code confirms it. */
export function ConfirmDevice({
  offer: { secret, address },
  onConfirmed,
  onLeave,
}: {
  offer: DeviceOfferResponse;
  onConfirmed: (codes: readonly string[]) => Promise<void>;
  onLeave: () => void;
}) {
  return (
    <RequestForm
      className={clsx(formStyles.door, layout.stack)}
      of={DeviceCodeRequest}
      label="Confirm the device"
      values={{ code: '' }}
      toRequest={(typed): DeviceCodeRequest => typed}
      send={async (request) => onConfirmed((await api.put(paths.ownDevice, request)).codes)}
      foot={({ isPending }) => (
        <div className={layout.row}>
          <Button type="submit" variant="contained" disabled={isPending}>
            Confirm
          </Button>
          <Button variant="outlined" onClick={onLeave}>
            Cancel
          </Button>
        </div>
      )}
    >
      <p>Let the device read this square, or type the letters into it. Then enter the code that it shows.</p>
      <div className={styles.offer}>
        <QRCodeSVG value={address} size={148} marginSize={2} title="The secret for the device" />
        <code className={styles.secret}>{secret.replaceAll(/(.{4})(?=.)/g, '$1 ')}</code>
      </div>
      <TextInput name="code" label="Code of the device" autoComplete="one-time-code" required autoFocus />
    </RequestForm>
  );
}
