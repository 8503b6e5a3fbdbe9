import { clsx } from 'clsx';
import { type ReactNode, type Ref, useImperativeHandle } from 'react';
import { useDropzone } from 'react-dropzone';
import { elementOf } from '../../ui/focused.js';
import styles from './paper-drop.module.css';

/** A place onto which papers are dropped or pasted, several at once; they can be chosen too. */
export function PaperDrop({
  choose,
  isOff = false,
  onFiles,
  children,
}: {
  /** Given what opens the choice of files. */
  choose?: Ref<() => void>;
  isOff?: boolean;
  /** @param target what they were dropped onto */
  onFiles: (files: readonly File[], target: HTMLElement | undefined) => void;
  children: ReactNode;
}) {
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    disabled: isOff,
    // what is pasted comes in this way too
    onDrop: (files, _, event) => {
      const target = 'type' in event && event.type === 'drop' ? elementOf(event) : undefined;
      if (files.length > 0) onFiles(files, target);
    },
  });
  useImperativeHandle(choose, () => open);
  return (
    <div {...getRootProps({ className: styles.drop, tabIndex: undefined })}>
      <input {...getInputProps({ 'aria-label': 'Papers to attach' })} />
      {children}
      {isDragActive && <div className={clsx(styles.over, 'strong')}>Drop the papers</div>}
    </div>
  );
}
