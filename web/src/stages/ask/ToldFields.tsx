import { useId } from 'react';
import {
  ASPIRATIONS,
  BODIES,
  DRIVES,
  FUELS,
  LAYOUTS,
  PACKAGES,
  SIDES,
  TRANSMISSION_KINDS,
  airLabel,
  driveLabel,
  engineLabel,
  packageLabel,
  steeringLabel,
  transmissionLabel,
  type ToldDetails,
  type Vocabulary,
} from '@radiatrix/core/vehicle';
import { toldWords } from '@radiatrix/words/en/told';
import { Field } from '../../ui/fields.tsx';
import { DESCRIBED, enginesFor, makeOf, modelOf, transmissionsFor, type ToldForm } from './toldForm.ts';

interface Props {
  form: ToldForm;
  told: ToldDetails;
  vocabulary: Vocabulary;
  problems: readonly { path: string; message: string }[];
  onChange: (entries: Partial<ToldForm>) => void;
}

/** The boxes of a vehicle as it was told, in the order a caller says them. */
export function ToldFields(props: Props) {
  return (
    <div className="mt-4 grid gap-x-10 gap-y-5 md:grid-cols-2">
      <VehicleBoxes {...props} />
      <OptionBoxes {...props} />
      <EngineBoxes {...props} />
      <TransmissionBoxes {...props} />
    </div>
  );
}

const Group = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <fieldset>
    <legend className="heading w-full">{title}</legend>
    <div className="mt-2 grid grid-cols-2 gap-x-4 gap-y-2.5">{children}</div>
  </fieldset>
);

const problemAt = (problems: Props['problems'], path: string): string | undefined =>
  problems.find((each) => each.path === path)?.message;

/** A box to type in, with what is on record to choose from. */
function Typed({
  label,
  value,
  choices = [],
  note,
  problem,
  numeric = false,
  onChange,
}: {
  label: string;
  value: string;
  choices?: readonly string[];
  note?: string | false;
  problem?: string | undefined;
  numeric?: boolean;
  onChange: (value: string) => void;
}) {
  const list = useId();
  return (
    <Field label={label} {...(problem ? { problem } : {})}>
      <input
        className={`input ${numeric ? 'figure' : ''}`}
        list={choices.length > 0 ? list : undefined}
        inputMode={numeric ? 'decimal' : undefined}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      {choices.length > 0 && (
        <datalist id={list}>
          {choices.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
      {note && <span className="text-copper block text-[14px]">{note}</span>}
    </Field>
  );
}

function Chosen({
  label,
  value,
  choices,
  problem,
  className,
  onChange,
}: {
  label: string;
  value: string;
  choices: readonly (readonly [value: string, label: string])[];
  problem?: string | undefined;
  className?: string;
  onChange: (value: string) => void;
}) {
  return (
    <Field label={label} {...(problem ? { problem } : {})} {...(className ? { className } : {})}>
      <select className="select" value={value} onChange={(event) => onChange(event.target.value)}>
        <option value="">{toldWords('choose')}</option>
        {choices.map(([each, text]) => (
          <option key={each} value={each}>
            {text}
          </option>
        ))}
      </select>
    </Field>
  );
}
const same = (values: readonly string[], label: (value: string) => string = (value) => value) =>
  values.map((value) => [value, label(value)] as const);

function VehicleBoxes({ form, vocabulary, problems, onChange }: Props) {
  const make = makeOf(form, vocabulary);
  const model = modelOf(form, vocabulary);
  const models = vocabulary.models.filter((each) => !make || each.makeId === make.id);
  return (
    <Group title={toldWords('vehicle')}>
      <Typed
        label={toldWords('make')}
        value={form.make}
        choices={vocabulary.makes.map(({ name }) => name)}
        note={form.make.trim() !== '' && !make && toldWords('new-name')}
        problem={problemAt(problems, 'makeName')}
        onChange={(value) => onChange({ make: value })}
      />
      <Typed
        label={toldWords('model')}
        value={form.model}
        choices={models.map(({ name }) => name)}
        note={form.model.trim() !== '' && !model && toldWords('new-name')}
        problem={problemAt(problems, 'modelName') ?? problemAt(problems, 'modelId')}
        onChange={(value) => onChange({ model: value })}
      />
      <Typed
        numeric
        label={toldWords('year')}
        value={form.year}
        problem={problemAt(problems, 'year')}
        onChange={(value) => onChange({ year: value })}
      />
      <Chosen
        label={toldWords('body')}
        value={form.body}
        choices={same(BODIES)}
        problem={problemAt(problems, 'body')}
        onChange={(value) => onChange({ body: value })}
      />
    </Group>
  );
}

function OptionBoxes({ form, problems, onChange }: Props) {
  return (
    <Group title={toldWords('options')}>
      <Chosen
        label={toldWords('air')}
        value={form.airConditioning}
        choices={same(['yes', 'no'], (each) => airLabel(each === 'yes'))}
        problem={problemAt(problems, 'airConditioning')}
        onChange={(value) => onChange({ airConditioning: value })}
      />
      <Chosen
        label={toldWords('package')}
        value={form.package}
        choices={same(PACKAGES, packageLabel)}
        problem={problemAt(problems, 'package')}
        onChange={(value) => onChange({ package: value })}
      />
      <Chosen
        label={toldWords('drive')}
        value={form.drive}
        choices={same(DRIVES, driveLabel)}
        problem={problemAt(problems, 'drive')}
        onChange={(value) => onChange({ drive: value })}
      />
      <Chosen
        label={toldWords('steering')}
        value={form.steering}
        choices={same(SIDES, steeringLabel)}
        problem={problemAt(problems, 'steering')}
        onChange={(value) => onChange({ steering: value })}
      />
    </Group>
  );
}

function EngineBoxes({ form, told, vocabulary, problems, onChange }: Props) {
  const engines = enginesFor(told, vocabulary);
  return (
    <Group title={toldWords('engine')}>
      {engines.length > 0 && (
        <Chosen
          className="col-span-2"
          label={toldWords('engine:which')}
          value={form.engineId}
          choices={[
            ...engines.map((each) => [String(each.id), `${each.code}: ${engineLabel(each)}`] as const),
            [DESCRIBED, toldWords('another')] as const,
          ]}
          problem={problemAt(problems, 'engineId')}
          onChange={(value) => onChange({ engineId: value })}
        />
      )}
      {form.engineId === DESCRIBED && (
        <>
          <Typed
            numeric
            label={toldWords('displacement')}
            value={form.displacement}
            problem={problemAt(problems, 'engine.displacementL')}
            onChange={(value) => onChange({ displacement: value })}
          />
          <Chosen
            label={toldWords('fuel')}
            value={form.fuel}
            choices={same(FUELS)}
            problem={problemAt(problems, 'engine.fuel')}
            onChange={(value) => onChange({ fuel: value })}
          />
          <Typed
            numeric
            label={toldWords('cylinders')}
            value={form.cylinders}
            problem={problemAt(problems, 'engine.cylinders')}
            onChange={(value) => onChange({ cylinders: value })}
          />
          <Chosen
            label={toldWords('layout')}
            value={form.layout}
            choices={same(LAYOUTS)}
            problem={problemAt(problems, 'engine.layout')}
            onChange={(value) => onChange({ layout: value })}
          />
          <Chosen
            label={toldWords('aspiration')}
            value={form.aspiration}
            choices={same(ASPIRATIONS)}
            problem={problemAt(problems, 'engine.aspiration')}
            onChange={(value) => onChange({ aspiration: value })}
          />
          <Typed
            label={toldWords('code')}
            value={form.engineCode}
            problem={problemAt(problems, 'engine.code')}
            onChange={(value) => onChange({ engineCode: value })}
          />
        </>
      )}
    </Group>
  );
}

function TransmissionBoxes({ form, told, vocabulary, problems, onChange }: Props) {
  const transmissions = transmissionsFor(told, vocabulary);
  return (
    <Group title={toldWords('transmission')}>
      {transmissions.length > 0 && (
        <Chosen
          className="col-span-2"
          label={toldWords('transmission:which')}
          value={form.transmissionId}
          choices={[
            ...transmissions.map(
              (each) => [String(each.id), `${each.code}: ${transmissionLabel(each)}`] as const,
            ),
            [DESCRIBED, toldWords('another')] as const,
          ]}
          problem={problemAt(problems, 'transmissionId')}
          onChange={(value) => onChange({ transmissionId: value })}
        />
      )}
      {form.transmissionId === DESCRIBED && (
        <>
          <Chosen
            label={toldWords('kind')}
            value={form.transmission}
            choices={same(TRANSMISSION_KINDS)}
            problem={problemAt(problems, 'transmission.kind')}
            onChange={(value) => onChange({ transmission: value })}
          />
          <Typed
            numeric
            label={toldWords('gears')}
            value={form.gears}
            problem={problemAt(problems, 'transmission.gears')}
            onChange={(value) => onChange({ gears: value })}
          />
          <Typed
            label={toldWords('code')}
            value={form.transmissionCode}
            problem={problemAt(problems, 'transmission.code')}
            onChange={(value) => onChange({ transmissionCode: value })}
          />
        </>
      )}
    </Group>
  );
}
