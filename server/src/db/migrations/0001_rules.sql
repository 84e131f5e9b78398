-- Rules that the table definitions cannot say.
CREATE EXTENSION IF NOT EXISTS btree_gist;
--> statement-breakpoint
-- One version of one model year may be split by build month, but no month is in two of its rows.
ALTER TABLE configuration ADD CONSTRAINT configuration_built_once EXCLUDE USING gist (
  model_id WITH =, year WITH =, engine_id WITH =, transmission_id WITH =, (air_conditioning::integer) WITH =,
  package WITH =, body WITH =, drive WITH =, steering WITH =, built WITH &&
);
--> statement-breakpoint
-- One source may not say of one part both that it fits and that it does not, for any vehicle the two lines share.
-- Lines with exceptions are compared by the application in the same transaction, where exceptions can be weighed.
ALTER TABLE application ADD CONSTRAINT application_no_contradiction EXCLUDE USING gist (
  source_id WITH =, part_id WITH =, model_id WITH =, years WITH &&, built WITH &&, engine_ids WITH &&,
  transmission_ids WITH &&, packages WITH &&,
  (CASE air_conditioning WHEN true THEN int4range(1, 2) WHEN false THEN int4range(0, 1) ELSE int4range(0, 2) END) WITH &&,
  (fits::integer) WITH <>
) WHERE (exceptions = '[]'::jsonb);
--> statement-breakpoint
CREATE FUNCTION year_in_life() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  lived int4range;
BEGIN
  SELECT life INTO lived FROM model WHERE id = NEW.model_id;
  IF TG_TABLE_NAME = 'configuration' THEN
    IF NOT (NEW.year::integer <@ lived) THEN
      RAISE EXCEPTION 'model year % lies outside the life of the model', NEW.year USING ERRCODE = 'check_violation', CONSTRAINT = 'configuration_year_in_life';
    END IF;
  ELSIF NOT (NEW.years <@ lived) THEN
    RAISE EXCEPTION 'years % lie outside the life of the model', NEW.years USING ERRCODE = 'check_violation', CONSTRAINT = 'application_years_in_life';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER year_in_life BEFORE INSERT OR UPDATE ON configuration FOR EACH ROW EXECUTE FUNCTION year_in_life();
--> statement-breakpoint
CREATE TRIGGER year_in_life BEFORE INSERT OR UPDATE ON application FOR EACH ROW EXECUTE FUNCTION year_in_life();
--> statement-breakpoint
-- A quantity lies within what its attribute can be.
CREATE FUNCTION quantity_in_range() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  bounds attribute%ROWTYPE;
BEGIN
  IF NEW.type = 'quantity' THEN
    SELECT * INTO bounds FROM attribute WHERE subject = NEW.subject AND key = NEW.key AND type = NEW.type;
    IF NEW.value < bounds.lo OR NEW.value > bounds.hi THEN
      RAISE EXCEPTION '% lies outside % to %', NEW.value, bounds.lo, bounds.hi USING ERRCODE = 'check_violation', CONSTRAINT = 'measurement_in_range';
    END IF;
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER quantity_in_range BEFORE INSERT OR UPDATE ON measurement FOR EACH ROW EXECUTE FUNCTION quantity_in_range();
--> statement-breakpoint
-- What was released stays as it was: an edit opens a new draft.
CREATE FUNCTION keep_released() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.state = 'released' THEN
    RAISE EXCEPTION 'a released revision is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'revision_released';
  END IF;
  IF TG_OP = 'DELETE' THEN RETURN OLD; END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER keep_released BEFORE UPDATE OR DELETE ON part_revision FOR EACH ROW EXECUTE FUNCTION keep_released();
--> statement-breakpoint
CREATE TRIGGER keep_released BEFORE UPDATE OR DELETE ON procedure_revision FOR EACH ROW EXECUTE FUNCTION keep_released();
--> statement-breakpoint
CREATE FUNCTION keep_released_contents() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  contents jsonb := to_jsonb(CASE WHEN TG_OP = 'INSERT' THEN NEW ELSE OLD END);
  found_state revision_state;
BEGIN
  IF contents ? 'part_revision_id' THEN
    SELECT state INTO found_state FROM part_revision WHERE id = (contents ->> 'part_revision_id')::integer;
  ELSE
    SELECT state INTO found_state FROM procedure_revision WHERE id = (contents ->> 'revision_id')::integer;
  END IF;
  IF found_state = 'released' THEN
    RAISE EXCEPTION 'a released revision is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'revision_released';
  END IF;
  RETURN CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END;
END $$;
--> statement-breakpoint
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON measurement FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON box_item FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON fastener FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON step FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
-- History: who, when, and what it was before, in the transaction of the change itself.
CREATE FUNCTION record_history() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  writer integer := nullif(current_setting('radiatrix.person', true), '')::integer;
  was jsonb := CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) - 'content' END;
  becomes jsonb := CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) - 'content' END;
  kept jsonb := coalesce(becomes, was);
  subject text;
BEGIN
  IF writer IS NULL THEN
    RAISE EXCEPTION 'no person set for this change' USING ERRCODE = 'not_null_violation';
  END IF;
  IF was = becomes THEN RETURN NULL; END IF;
  subject := CASE
    WHEN TG_TABLE_NAME IN ('measurement', 'box_item', 'outcome') AND kept ->> 'part_revision_id' IS NOT NULL THEN
      'part:' || (SELECT part_id FROM part_revision WHERE id = (kept ->> 'part_revision_id')::integer)
    WHEN TG_TABLE_NAME = 'supersession' THEN 'part:' || (kept ->> 'old_part_id')
    WHEN TG_TABLE_NAME = 'cavity' THEN 'connector:' || (kept ->> 'connector_id')
    WHEN TG_TABLE_NAME IN ('fastener', 'step', 'step_caution', 'step_fastener') THEN
      'procedure:' || (SELECT procedure_id FROM procedure_revision WHERE id = (kept ->> 'revision_id')::integer)
    WHEN TG_TABLE_NAME = 'procedure_revision' OR kept ->> 'procedure_id' IS NOT NULL THEN 'procedure:' || (kept ->> 'procedure_id')
    WHEN kept ->> 'part_id' IS NOT NULL THEN 'part:' || (kept ->> 'part_id')
    WHEN kept ->> 'connector_id' IS NOT NULL AND TG_TABLE_NAME = 'photo' THEN 'connector:' || (kept ->> 'connector_id')
    WHEN TG_TABLE_NAME IN ('measurement', 'photo') THEN 'bay:' || (kept ->> 'bay_id')
    ELSE TG_TABLE_NAME || ':' || (kept ->> 'id')
  END;
  INSERT INTO history (person_id, action, "table", record, before, after)
  VALUES (writer, lower(TG_OP), TG_TABLE_NAME, coalesce(subject, TG_TABLE_NAME || ':?'), was, becomes);
  RETURN NULL;
END $$;
--> statement-breakpoint
DO $$
DECLARE
  watched text;
BEGIN
  FOREACH watched IN ARRAY ARRAY[
    'make', 'model', 'engine', 'transmission', 'bay', 'configuration', 'source', 'connector', 'cavity', 'part', 'part_revision',
    'box_item', 'interchange', 'supersession', 'measurement', 'application', 'outcome', 'photo', 'procedure',
    'procedure_revision', 'fastener', 'step', 'step_caution', 'step_fastener'
  ] LOOP
    EXECUTE format('CREATE TRIGGER record_history AFTER INSERT OR UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION record_history()', watched);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE photo ADD CONSTRAINT photo_procedure FOREIGN KEY (procedure_id) REFERENCES procedure (id);
