CREATE TABLE "stream" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"device" text NOT NULL,
	"instrument" text NOT NULL,
	"boot" text NOT NULL,
	"channels" jsonb NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stream_chunk" (
	"stream_id" uuid NOT NULL,
	"ordinal" integer NOT NULL,
	"ms" double precision[] NOT NULL,
	"values" jsonb NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stream_chunk_stream_id_ordinal_pk" PRIMARY KEY("stream_id","ordinal"),
	CONSTRAINT "stream_chunk_some" CHECK ("stream_chunk"."ordinal" >= 0 and cardinality("stream_chunk"."ms") > 0)
);
--> statement-breakpoint
ALTER TABLE "stream" ADD CONSTRAINT "stream_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stream_chunk" ADD CONSTRAINT "stream_chunk_stream_id_stream_id_fk" FOREIGN KEY ("stream_id") REFERENCES "public"."stream"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "stream_job" ON "stream" USING btree ("job_id");