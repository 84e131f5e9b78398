ALTER TABLE "job_event" ADD COLUMN "told_ms" bigint;--> statement-breakpoint
ALTER TABLE "job_event" ADD COLUMN "told_time" text;--> statement-breakpoint
-- Clocks that stood more than a day ahead when their events arrived are not followed any more: the arrival counts.
ALTER TABLE job_event DISABLE TRIGGER USER;
--> statement-breakpoint
UPDATE job_event SET
  told_ms = CASE WHEN clock_ms > extract(epoch FROM at) * 1000 + 86400000 THEN clock_ms END,
  told_time = to_char(device_time AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'),
  clock_n = CASE WHEN clock_ms > extract(epoch FROM at) * 1000 + 86400000 THEN least(number, 2147483647) ELSE clock_n END,
  clock_ms = CASE WHEN clock_ms > extract(epoch FROM at) * 1000 + 86400000 THEN (extract(epoch FROM at) * 1000)::bigint ELSE clock_ms END,
  device_time = CASE WHEN device_time > at + interval '1 day' THEN at ELSE device_time END
WHERE clock_ms > extract(epoch FROM at) * 1000 + 86400000 OR device_time > at + interval '1 day';
--> statement-breakpoint
ALTER TABLE job_event ENABLE TRIGGER USER;
--> statement-breakpoint
UPDATE job SET folded = false WHERE id IN (SELECT job_id FROM job_event WHERE told_time IS NOT NULL);
