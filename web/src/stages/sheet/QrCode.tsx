import QR from 'qrcode';
import { useEffect, useState } from 'react';

/** The way back from paper to this sheet. */
export function QrCode({ text }: { text: string }) {
  const [picture, setPicture] = useState('');
  useEffect(() => {
    let wanted = true;
    void QR.toDataURL(text, {
      margin: 1,
      scale: 4,
      errorCorrectionLevel: 'M',
      color: { dark: '#000000', light: '#ffffff' },
    }).then((url) => {
      if (wanted) setPicture(url);
    });
    return () => {
      wanted = false;
    };
  }, [text]);
  return picture ? (
    <img
      src={picture}
      alt="Code that opens this sheet"
      width={92}
      height={92}
      className="hidden shrink-0 md:block print:block"
    />
  ) : (
    <span className="hidden size-[92px] shrink-0 md:block" />
  );
}
