CREATE TABLE "procedure_note" (
	"revision_id" integer NOT NULL,
	"ordinal" smallint NOT NULL,
	"text" text NOT NULL,
	"condition" jsonb,
	CONSTRAINT "procedure_note_revision_id_ordinal_pk" PRIMARY KEY("revision_id","ordinal")
);
--> statement-breakpoint
ALTER TABLE "step" ADD COLUMN "connector_condition" jsonb;--> statement-breakpoint
ALTER TABLE "step_caution" ADD COLUMN "condition" jsonb;--> statement-breakpoint
ALTER TABLE "procedure_note" ADD CONSTRAINT "procedure_note_revision_id_procedure_revision_id_fk" FOREIGN KEY ("revision_id") REFERENCES "public"."procedure_revision"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
-- Sealed with its revision, and kept in its history, like everything else of a procedure.
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON procedure_note FOR EACH ROW EXECUTE FUNCTION keep_released_contents();--> statement-breakpoint
CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON procedure_note FOR EACH ROW EXECUTE FUNCTION record_change('procedure', 'revision_id>procedure_revision.procedure_id');
