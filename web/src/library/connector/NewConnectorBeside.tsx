import type { ConnectorRecord } from '@radiatrix/contract';
import { besideWords } from '@radiatrix/words/en/beside';
import { Beside } from '../../ui/Beside.tsx';
import { NewConnector } from './ConnectorForm.tsx';

/** A connector that is not on record yet, made beside the list that lacks it. */
export function NewConnectorBeside({ onMade }: { onMade: (made: ConnectorRecord) => void }) {
  return (
    <Beside one={besideWords('connector')}>
      {(close) => (
        <NewConnector
          name="connector:beside"
          onMade={(made) => {
            close();
            onMade(made);
          }}
        />
      )}
    </Beside>
  );
}
