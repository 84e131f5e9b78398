-- Which transactions have changed the library: a row each, so that writers do not wait for each other. What a reader sees
-- of it stands for what the reader sees of the library, and cannot come again once it has changed.
CREATE TABLE library_change (xact xid8 PRIMARY KEY DEFAULT pg_current_xact_id(), at timestamptz NOT NULL DEFAULT now());
--> statement-breakpoint
CREATE FUNCTION library_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO library_change DEFAULT VALUES ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
--> statement-breakpoint
-- Everything whose changes are history is the library, but for jobs; and what is waiting to be measured.
DO $$
DECLARE
  watched text;
BEGIN
  FOR watched IN
    SELECT DISTINCT tgrelid::regclass::text FROM pg_trigger WHERE tgname = 'record_change' AND tgrelid::regclass::text <> 'job'
    UNION SELECT 'measure_mark' UNION SELECT 'vin_pattern' UNION SELECT 'shop_practice' UNION SELECT 'attribute' UNION SELECT 'attribute_choice' UNION SELECT 'caution'
  LOOP
    EXECUTE format('CREATE TRIGGER library_changed AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON %s FOR EACH STATEMENT EXECUTE FUNCTION library_changed()', watched);
  END LOOP;
END $$;
