CREATE TABLE "webhook" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "webhook_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"url" text NOT NULL,
	"events" text[] NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"inside" boolean DEFAULT false NOT NULL,
	"secret" text NOT NULL,
	"by" integer DEFAULT nullif(current_setting('radiatrix.person', true), '')::integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "webhook_delivery" (
	"webhook_id" integer NOT NULL,
	"message_id" uuid NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone DEFAULT now(),
	"tried_at" timestamp with time zone,
	"taken_at" timestamp with time zone,
	"status" integer,
	"problem" text,
	CONSTRAINT "webhook_delivery_webhook_id_message_id_pk" PRIMARY KEY("webhook_id","message_id")
);
--> statement-breakpoint
CREATE TABLE "webhook_message" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"event" text NOT NULL,
	"said" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "webhook_delivery" ADD CONSTRAINT "webhook_delivery_webhook_id_webhook_id_fk" FOREIGN KEY ("webhook_id") REFERENCES "public"."webhook"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhook_delivery" ADD CONSTRAINT "webhook_delivery_message_id_webhook_message_id_fk" FOREIGN KEY ("message_id") REFERENCES "public"."webhook_message"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "webhook_delivery_due" ON "webhook_delivery" USING btree ("next_at") WHERE "webhook_delivery"."next_at" is not null;