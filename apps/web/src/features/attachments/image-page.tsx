import { useEffect, useRef, useState } from 'react';
import { type PageLook, scaleOf } from './page-look.js';
import type { Room } from './use-size.js';

/** A picture, drawn as it is looked at. */
export function ImagePage({
  url,
  name,
  look,
  room,
  onError,
}: {
  url: string;
  name: string;
  look: PageLook;
  room: Room;
  onError: (error: Error) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [image, setImage] = useState<HTMLImageElement>();
  useEffect(() => {
    const loading = new Image();
    loading.onload = () => setImage(loading);
    loading.onerror = () => onError(new Error(`${name} cannot be shown as a picture; it may be broken.`));
    loading.src = url;
    return () => {
      loading.onload = null;
      loading.onerror = null;
    };
  }, [url, name, onError]);
  useEffect(() => {
    const [sheet, pen] = [canvas.current, canvas.current?.getContext('2d')];
    if (!image || !sheet || !pen) return;
    const isAcross = look.turn === 90 || look.turn === 270;
    const { naturalWidth, naturalHeight } = image;
    const own = isAcross
      ? { width: naturalHeight, height: naturalWidth }
      : { width: naturalWidth, height: naturalHeight };
    const scale = scaleOf(look, own, room);
    Object.assign(sheet, own);
    sheet.style.width = `${Math.floor(own.width * scale)}px`;
    pen.translate(own.width / 2, own.height / 2);
    pen.rotate((look.turn * Math.PI) / 180);
    pen.drawImage(image, -naturalWidth / 2, -naturalHeight / 2);
  }, [image, look, room]);
  return <canvas ref={canvas} role="img" aria-label={name} />;
}
