-- What was released stays as it was; every change is history, and changes what the library answers.
CREATE TRIGGER keep_released BEFORE UPDATE OR DELETE ON access_map_revision FOR EACH ROW EXECUTE FUNCTION keep_released();
--> statement-breakpoint
CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON access_map FOR EACH ROW EXECUTE FUNCTION record_change('access', 'id');
--> statement-breakpoint
CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON access_map_revision FOR EACH ROW EXECUTE FUNCTION record_change('access', 'access_map_id');
--> statement-breakpoint
CREATE TRIGGER library_changed AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON access_map FOR EACH STATEMENT EXECUTE FUNCTION library_changed();
--> statement-breakpoint
CREATE TRIGGER library_changed AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON access_map_revision FOR EACH STATEMENT EXECUTE FUNCTION library_changed();
--> statement-breakpoint
-- Whoever follows a job is woken; what happened is read from the events themselves.
CREATE FUNCTION job_event_came() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('job_event', NEW.job_id::text);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER job_event_came AFTER INSERT OR UPDATE OF standing ON job_event FOR EACH ROW EXECUTE FUNCTION job_event_came();
--> statement-breakpoint
-- What was kept aside and is taken in comes after all that was kept before, for whoever has read that far.
CREATE OR REPLACE FUNCTION keep_event() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.standing = 'aside' AND NEW.standing IN ('handed in', 'left out') AND NEW.number >= OLD.number
    AND to_jsonb(NEW) - ARRAY['standing', 'number'] = to_jsonb(OLD) - ARRAY['standing', 'number'] THEN
    RETURN NEW;
  END IF;
  RAISE EXCEPTION 'an event is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'job_event_kept';
END $$;
