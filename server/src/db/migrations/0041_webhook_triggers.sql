-- What another program is told of is written where it happens, in the same transaction: nothing is told that did not happen,
-- and nothing that happened is forgotten. Where nobody hears it, nothing is written.
CREATE FUNCTION tell_webhooks(what text, said jsonb) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  message uuid;
BEGIN
  IF NOT EXISTS (SELECT FROM webhook WHERE active AND what = ANY(events)) THEN
    RETURN;
  END IF;
  INSERT INTO webhook_message (event, said) VALUES (what, said) RETURNING id INTO message;
  INSERT INTO webhook_delivery (webhook_id, message_id) SELECT id, message FROM webhook WHERE active AND what = ANY(events);
END $$;
--> statement-breakpoint
-- A new job stands at Ask for the length of a statement: what is told is where it comes to.
CREATE FUNCTION tell_stage() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM tell_webhooks('job.stage', jsonb_build_object('job', NEW.id, 'stage', NEW.stage, 'was', OLD.stage));
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER tell_stage AFTER UPDATE OF stage ON job FOR EACH ROW WHEN (OLD.stage IS DISTINCT FROM NEW.stage) EXECUTE FUNCTION tell_stage();
--> statement-breakpoint
-- One statement may release thousands: they are told in one message, by number as long as a message can hold them.
CREATE FUNCTION tell_released() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  released jsonb;
  many bigint;
BEGIN
  SELECT count(*), jsonb_agg(jsonb_build_object('id', record, 'revision', revision)) FILTER (WHERE place <= 500)
    INTO many, released
    FROM (
      SELECT (to_jsonb(now) ->> TG_ARGV[1])::integer AS record, now.revision, row_number() OVER (ORDER BY now.id) AS place
      FROM now JOIN before USING (id)
      WHERE now.state = 'released' AND before.state <> 'released'
    ) AS each;
  IF many > 0 THEN
    PERFORM tell_webhooks('record.released', jsonb_build_object('kind', TG_ARGV[0], 'records', released, 'total', many));
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER tell_released AFTER UPDATE ON part_revision REFERENCING OLD TABLE AS before NEW TABLE AS now FOR EACH STATEMENT EXECUTE FUNCTION tell_released('part', 'part_id');
--> statement-breakpoint
CREATE TRIGGER tell_released AFTER UPDATE ON procedure_revision REFERENCING OLD TABLE AS before NEW TABLE AS now FOR EACH STATEMENT EXECUTE FUNCTION tell_released('procedure', 'procedure_id');
--> statement-breakpoint
CREATE TRIGGER tell_released AFTER UPDATE ON access_map_revision REFERENCING OLD TABLE AS before NEW TABLE AS now FOR EACH STATEMENT EXECUTE FUNCTION tell_released('access', 'access_map_id');
