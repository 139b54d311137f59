CREATE SEQUENCE "public"."event_orders" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1;--> statement-breakpoint
CREATE TABLE "untold_visits" (
	"visit" uuid PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL
) WITH (fillfactor = 50);
--> statement-breakpoint
ALTER TABLE "untold_visits" ADD CONSTRAINT "untold_visits_visit_visits_id_fk" FOREIGN KEY ("visit") REFERENCES "public"."visits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
INSERT INTO "untold_visits" ("visit", "seq") SELECT "id", 0 FROM "visits";--> statement-breakpoint
DROP INDEX "visit_summaries_visit_index";--> statement-breakpoint
ALTER TABLE "visit_summaries" ADD COLUMN "site" text;--> statement-breakpoint
ALTER TABLE "visit_summaries" ADD COLUMN "is_open" boolean;--> statement-breakpoint
ALTER TABLE "visit_summaries" ADD COLUMN "last_at" text COLLATE "C";--> statement-breakpoint
ALTER TABLE "visit_summaries" ADD COLUMN "words" text;--> statement-breakpoint
UPDATE "visit_summaries" AS "told" SET
	"site" = "visits"."pinned"->'site'->>'id',
	"is_open" = "told"."summary"->>'closed' IS DISTINCT FROM 'true',
	"last_at" = coalesce("told"."summary"->>'lastAt', ''),
	"words" = coalesce(lower(concat_ws(' ', "told"."summary"->>'unitName', "told"."summary"->>'siteName', "told"."summary"->>'complaint', "told"."summary"->>'waitsFor', "told"."summary"->>'findings')), '')
FROM "visits" WHERE "visits"."id" = "told"."visit";--> statement-breakpoint
ALTER TABLE "visit_summaries" ALTER COLUMN "site" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "visit_summaries" ALTER COLUMN "is_open" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "visit_summaries" ALTER COLUMN "last_at" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "visit_summaries" ALTER COLUMN "words" SET NOT NULL;--> statement-breakpoint
CREATE INDEX "visit_summaries_site_index" ON "visit_summaries" USING btree ("site");--> statement-breakpoint
CREATE INDEX "visit_summaries_is_open_last_at_visit_index" ON "visit_summaries" USING btree ("is_open","last_at","visit");--> statement-breakpoint
CREATE INDEX "visit_summaries_version_index" ON "visit_summaries" USING btree ("version");--> statement-breakpoint
ALTER TABLE "visit_summaries" DROP COLUMN "logged";--> statement-breakpoint
ALTER TABLE "visit_summaries" DROP COLUMN "told";--> statement-breakpoint
CREATE FUNCTION "append_event"("of_seq" bigint, "of_id" uuid, "of_visit" uuid, "of_device" uuid, "of_device_seq" integer, "of_hash" text, "of_document" json, "applied" bigint) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
	INSERT INTO "visit_events" ("seq", "id", "visit", "device", "device_seq", "hash", "document")
		VALUES ("of_seq", "of_id", "of_visit", "of_device", "of_device_seq", "of_hash", "of_document");
	INSERT INTO "untold_visits" ("visit", "seq") VALUES ("of_visit", "of_seq")
		ON CONFLICT ("visit") DO UPDATE SET "seq" = excluded."seq";
	IF "applied" IS NOT NULL THEN
		UPDATE "storage_state" SET "applied_seq" = "applied" WHERE "id" = 1;
	END IF;
END
$$;
