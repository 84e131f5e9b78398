import { useEffect, useState } from 'react';

export interface Keeping {
  /** There is no secure context: without signal the application does not open here. */
  insecure: boolean;
  /** The browser did not promise to keep what is stored here when space runs short. */
  refused: boolean;
}

/** Asks the browser to keep what is stored here, and hears whether it will. */
export function useKeeping(): Keeping {
  const [keeping, setKeeping] = useState<Keeping>({ insecure: false, refused: false });
  useEffect(() => {
    const { storage } = navigator;
    if (!('serviceWorker' in navigator) || !storage?.persist) {
      setKeeping({ insecure: true, refused: true });
      return;
    }
    void storage
      .persisted()
      .then((already) => already || storage.persist())
      .then((granted) => setKeeping({ insecure: false, refused: !granted }))
      .catch(() => {});
  }, []);
  return keeping;
}
