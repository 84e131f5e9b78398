CREATE TYPE "public"."proposal_state" AS ENUM('waiting', 'released', 'taken back');--> statement-breakpoint
CREATE TABLE "proposal" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "proposal_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"person_id" integer NOT NULL,
	"title" text NOT NULL,
	"about" text NOT NULL,
	"about_id" integer,
	"changes" jsonb NOT NULL,
	"route" text NOT NULL,
	"params" jsonb NOT NULL,
	"query" jsonb NOT NULL,
	"body" jsonb,
	"content" "bytea",
	"if_match" text NOT NULL,
	"state" "proposal_state" DEFAULT 'waiting' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"sent_back_for" text,
	"released_by" integer,
	"released_at" timestamp with time zone,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "proposal_release" CHECK (("proposal"."state" = 'released') = ("proposal"."released_by" is not null and "proposal"."released_at" is not null) and ("proposal"."released_by" is null or "proposal"."released_by" <> "proposal"."person_id"))
);
--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_released_by_person_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "proposal_waiting" ON "proposal" USING btree ("about","about_id") WHERE "proposal"."state" = 'waiting';--> statement-breakpoint
-- Which words a reader may meet depends on which of them a vehicle has.
CREATE TRIGGER next_vocabulary AFTER INSERT OR UPDATE OR DELETE ON configuration FOR EACH STATEMENT EXECUTE FUNCTION next_vocabulary();