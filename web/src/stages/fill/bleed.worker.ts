import { expose } from 'comlink';
import { judgeBleed } from '@radiatrix/core/coolant';

/** The curve is read beside the page, so that it draws on meanwhile. */
expose({ judgeBleed });
