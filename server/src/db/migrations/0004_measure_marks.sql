CREATE TABLE "measure_mark" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "measure_mark_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"part_id" integer NOT NULL,
	"configuration_id" integer NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "measure_mark_once" UNIQUE("part_id","configuration_id")
);
--> statement-breakpoint
ALTER TABLE "measure_mark" ADD CONSTRAINT "measure_mark_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measure_mark" ADD CONSTRAINT "measure_mark_configuration_id_configuration_id_fk" FOREIGN KEY ("configuration_id") REFERENCES "public"."configuration"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE TRIGGER record_history AFTER INSERT OR UPDATE OR DELETE ON measure_mark FOR EACH ROW EXECUTE FUNCTION record_history();
--> statement-breakpoint
-- A whole catalogue is read model by model.
CREATE INDEX application_model_part ON application (model_id, part_id);
