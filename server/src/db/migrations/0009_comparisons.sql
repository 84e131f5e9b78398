CREATE TABLE "comparison" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "comparison_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"job_id" integer NOT NULL,
	"title" text NOT NULL,
	"address" text NOT NULL,
	"findings" jsonb NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "comparison" ADD CONSTRAINT "comparison_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "comparison_job" ON "comparison" USING btree ("job_id","id");--> statement-breakpoint
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
    WHEN TG_TABLE_NAME IN ('job_figure', 'comparison') THEN 'job:' || (kept ->> 'job_id')
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
CREATE TRIGGER record_history AFTER INSERT OR UPDATE OR DELETE ON comparison FOR EACH ROW EXECUTE FUNCTION record_history();
