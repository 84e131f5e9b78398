-- Search as you type: numbers by their beginning with separators aside, words by their letters in threes.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE FUNCTION squeezed(words text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE STRICT AS
$$ SELECT regexp_replace(lower(words), '[^a-z0-9]', '', 'g') $$;
--> statement-breakpoint
CREATE INDEX part_number_squeezed ON part (squeezed(number) text_pattern_ops);
--> statement-breakpoint
CREATE INDEX interchange_number_squeezed ON interchange (squeezed(number) text_pattern_ops);
--> statement-breakpoint
CREATE INDEX part_revision_description_trgm ON part_revision USING gin (description gin_trgm_ops);
--> statement-breakpoint
CREATE INDEX part_maker_trgm ON part USING gin (maker gin_trgm_ops);
--> statement-breakpoint
-- Jobs and their figures are one record.
CREATE OR REPLACE FUNCTION record_history() RETURNS trigger LANGUAGE plpgsql AS $$
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
    WHEN TG_TABLE_NAME = 'job_figure' THEN 'job:' || (kept ->> 'job_id')
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
CREATE TRIGGER record_history AFTER INSERT OR UPDATE OR DELETE ON job FOR EACH ROW EXECUTE FUNCTION record_history();
--> statement-breakpoint
CREATE TRIGGER record_history AFTER INSERT OR UPDATE OR DELETE ON job_figure FOR EACH ROW EXECUTE FUNCTION record_history();
--> statement-breakpoint
CREATE TRIGGER record_history AFTER INSERT OR UPDATE OR DELETE ON vin_pattern FOR EACH ROW EXECUTE FUNCTION record_history();
