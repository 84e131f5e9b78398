import { useEffect, useState } from 'react';

/** Asks the browser to keep what is stored here; says so where it will not. Empty where all is well. */
export function useKeeping(): string {
  const [said, setSaid] = useState('');
  useEffect(() => {
    const { storage } = navigator;
    // Without a secure context there is no such thing, nor a way to open the application without signal.
    if (!('serviceWorker' in navigator) || !storage?.persist) {
      setSaid(
        'This address is not a secure one: without signal the application does not open here. Ask for the address that `npm start -- --lan` gives.',
      );
      return;
    }
    void storage
      .persisted()
      .then((already) => already || storage.persist())
      .then((granted) => {
        if (!granted) setSaid('');
        sessionStorage.setItem('radiatrix:persisted', String(granted));
      })
      .catch(() => {});
  }, []);
  return said;
}
