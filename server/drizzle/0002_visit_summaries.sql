CREATE TABLE "visit_summaries" (
	"visit" uuid PRIMARY KEY NOT NULL,
	"unit" text NOT NULL,
	"logged" bigint NOT NULL,
	"told" bigint NOT NULL,
	"version" text NOT NULL,
	"summary" json,
	"past" json
);
--> statement-breakpoint
ALTER TABLE "visit_summaries" ADD CONSTRAINT "visit_summaries_visit_visits_id_fk" FOREIGN KEY ("visit") REFERENCES "public"."visits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_summaries_unit_index" ON "visit_summaries" USING btree ("unit");--> statement-breakpoint
CREATE INDEX "visit_summaries_visit_index" ON "visit_summaries" USING btree ("visit") WHERE told <> logged;--> statement-breakpoint
INSERT INTO "visit_summaries" ("visit", "unit", "logged", "told", "version") SELECT "id", "unit", 0, -1, '' FROM "visits";
