import { catalogue } from '../catalogue.ts';

/** What is wrong with a typed quantity, and what to type instead. */
export const quantityWords = catalogue('quantity', {
  length: 'length',
  area: 'area',
  volume: 'volume',
  mass: 'mass',
  temperature: 'temperature',
  torque: 'torque',
  pressure: 'pressure',
  airflow: 'airflow',
  current: 'current',
  share: 'percentage',
  'length:example': '730 mm or 28 3/4"',
  'area:example': '3120 cm² or 483 sq in',
  'volume:example': '7.2 L or 1 1/2 gal',
  'mass:example': '4.5 kg or 10 lb',
  'temperature:example': '82 °C or 180F',
  'torque:example': '8 N·m or 13.5 ft-lb',
  'pressure:example': '110 kPa or 16 psi',
  'airflow:example': '2400 m³/h or 1400 cfm',
  'current:example': '10.1 A',
  'share:example': '50 %',
  empty: 'Enter the {quantity}, for example {example}.',
  'too-long': 'This entry has {n} characters. Enter at most {most}, for example {example}.',
  'not-a-number': '“{typed}” is not a valid {quantity}. Enter it as {example}.',
  'ambiguous-comma': '“{typed}” can be a thousand or a decimal. Leave the comma out, or use a decimal point.',
  'zero-denominator': 'A fraction cannot have zero below the line.',
  'unknown-unit': '“{word}” is not a known unit of {quantity}. Enter it as {example}.',
  'wrong-dimension': '“{word}” is a unit of {other}, but this field needs {quantity}. Enter it as {example}.',
  order: 'Put the larger unit before the smaller one, for example 2 ft 4 in.',
  'not-finite': 'This number is too large for the {quantity}.',
  'below-absolute-zero': 'The lowest possible temperature is −273.15 °C. Check the figure and the unit.',
  'two-uncertainties': 'Use ± only once, for example 610 ± 3 mm.',
  'bad-uncertainty': 'The part after ± is not a valid {quantity}. Enter it as 610 ± 3 mm.',
});

/** Why a figure is not taken on a record. */
export const figureFaults = catalogue('figure-faults', {
  'no-such-figure': 'A {subject} has no figure “{key}”.',
  'no-connector-code': 'Enter the code of a connector on record.',
  'not-a-choice': '{figure}: choose one of {choices}.',
  'out-of-range': '{figure} {value} is out of range. Enter {lo} to {hi}. Check the figure and its unit.',
  'out-of-range:insist':
    '{figure} {value} is unusual: {lo} to {hi} is expected. If it is right, put ! after it.',
  'not-positive': '{figure} must be more than zero. Check the figure and its unit.',
  'not-positive:insist': '{figure} is expected to be more than zero. If it is right, put ! after it.',
  'wrong-method': '{figure} cannot be measured with a {method}. Choose one of {methods}.',
  'uncertainty-too-large': 'The ± of {figure} is larger than the figure can be. Check it.',
  bay: 'vehicle',
});
