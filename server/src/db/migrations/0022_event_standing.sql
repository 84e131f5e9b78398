ALTER TABLE "job_event" ADD COLUMN "standing" text DEFAULT 'counts' NOT NULL;--> statement-breakpoint
ALTER TABLE "job_event" ADD CONSTRAINT "job_event_standing" CHECK ("job_event"."standing" in ('counts', 'handed in', 'aside', 'left out'));
--> statement-breakpoint
-- What happened is never changed; what becomes of an event that was kept aside is decided once.
CREATE OR REPLACE FUNCTION keep_event() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.standing = 'aside' AND NEW.standing IN ('handed in', 'left out') AND to_jsonb(NEW) - 'standing' = to_jsonb(OLD) - 'standing' THEN
    RETURN NEW;
  END IF;
  RAISE EXCEPTION 'an event is not changed' USING ERRCODE = 'check_violation', CONSTRAINT = 'job_event_kept';
END $$;
