import { catalogue } from '../catalogue.ts';

/** What the temperature curve of a bleeding run or a warm-up shows. */
export const bleedWords = catalogue('bleed', {
  'no readings': 'No readings yet.',
  'probe out':
    'From {at} the probe shows a constant value: it fell out, or the thermometer lost it. Refit the probe; later readings do not count.',
  air: 'The temperature jumps by {by} at {at} ({times, plural, one {# time} other {# times}} so far): air passes the sensor. Squeeze the upper hose, raise the nose, open the bleed screw.',
  overheats: '{limit} at {at}. Switch the engine off now and let it cool. Do not pour cold coolant into it.',
  opened: 'The thermostat opened at {temp} ± {u}, rated {rated}.',
  'opened somewhere': 'The thermostat opened at {temp} ± {u}. No record says where it should open.',
  'opens late': 'The thermostat opened late, at {temp} ± {u}, rated {rated}.',
  'opens early': 'The thermostat opened early, at {temp} ± {u}, rated {rated}.',
  'never opens': '{temp} and no break in the curve: the thermostat does not open, or air keeps it dry.',
  'stuck open':
    'The engine warmed past {rated} without a break in the curve, and the fan cools it down: the thermostat is stuck open.',
  'stuck open:level':
    'The temperature levels off at {temp}, below the thermostat’s opening ({rated}): the thermostat is stuck open.',
  'stuck open:above':
    'The temperature passed {rated} without a break in the curve and levels off at {temp}: the thermostat is stuck open.',
  'fan cycled':
    'The fan cooled it from {top} to {bottom}, {times, plural, one {# time} other {# times}} so far.',
  'fan cycled:told': 'The fan cycled during bleeding.',
  'name:air': 'Air in the system',
  'name:overheats': 'Too hot: engine off',
  'name:opens late': 'Opens late',
  'name:opens early': 'Opens early',
  'name:never opens': 'Does not open',
  'name:stuck open': 'Stuck open',
  'name:probe out': 'Probe out',
});

/** What a reading says of a check, and why it says nothing. */
export const readingWords = catalogue('readings', {
  volts: '{volts} V',
  'volts:short': '{volts} V, {short} V below the battery',
  'over-range': 'over the range of the meter',
  amps: '{amps}',
  'amps-against-label': '{amps} at {at} V; the record says {label}',
  'breaks-at-rating': 'the curve breaks at the recorded rating',
  'lets-go': 'lets go at {pressure}, rated {rated}',
  'no-battery-volts': 'Measure the battery voltage at the same moment.',
  'more-than-battery': 'This is more than the battery voltage: it was measured elsewhere.',
  'probes-changed': 'The voltage is negative: swap the probes.',
  'clamp-reversed': 'The current is negative: turn the clamp round.',
  'no-label': 'No record says what this fan takes: compare it with its twin.',
  'no-plug-volts': 'Measure the voltage at the plug together with the current.',
  'log-too-short': 'The log ends before the thermostat could open: record longer.',
  'no-pressure': 'This is not a pressure.',
  'no-coolant-channel': 'This log has no coolant temperature.',
  'log-not-fetched': 'The log cannot be loaded. Try again with signal.',
  'no-cap-rating': 'No record gives the cap’s rating: read it on the cap.',
});
