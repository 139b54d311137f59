CREATE TABLE "meters" (
	"id" text NOT NULL,
	"version" integer NOT NULL,
	"hash" text NOT NULL,
	"document" json NOT NULL,
	"stored_at" timestamp with time zone NOT NULL,
	CONSTRAINT "meters_id_version_pk" PRIMARY KEY("id","version")
);
--> statement-breakpoint
CREATE TABLE "procedures" (
	"id" text NOT NULL,
	"version" integer NOT NULL,
	"hash" text NOT NULL,
	"document" json NOT NULL,
	"stored_at" timestamp with time zone NOT NULL,
	CONSTRAINT "procedures_id_version_pk" PRIMARY KEY("id","version")
);
--> statement-breakpoint
CREATE TABLE "sites" (
	"id" text PRIMARY KEY NOT NULL,
	"document" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "storage_state" (
	"id" integer PRIMARY KEY NOT NULL,
	"lineage" uuid NOT NULL,
	"applied_seq" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "unit_models" (
	"id" text NOT NULL,
	"version" integer NOT NULL,
	"hash" text NOT NULL,
	"document" json NOT NULL,
	"stored_at" timestamp with time zone NOT NULL,
	CONSTRAINT "unit_models_id_version_pk" PRIMARY KEY("id","version")
);
--> statement-breakpoint
CREATE TABLE "units" (
	"id" text PRIMARY KEY NOT NULL,
	"site" text NOT NULL,
	"document" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "visit_events" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"id" uuid NOT NULL,
	"visit" uuid NOT NULL,
	"device" uuid NOT NULL,
	"device_seq" integer NOT NULL,
	"hash" text NOT NULL,
	"document" json NOT NULL,
	CONSTRAINT "visit_events_id_unique" UNIQUE("id"),
	CONSTRAINT "visit_events_visit_device_deviceSeq_unique" UNIQUE("visit","device","device_seq")
);
--> statement-breakpoint
CREATE TABLE "visits" (
	"id" uuid PRIMARY KEY NOT NULL,
	"unit" text NOT NULL,
	"hash" text NOT NULL,
	"pinned" json NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "units" ADD CONSTRAINT "units_site_sites_id_fk" FOREIGN KEY ("site") REFERENCES "public"."sites"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_events" ADD CONSTRAINT "visit_events_visit_visits_id_fk" FOREIGN KEY ("visit") REFERENCES "public"."visits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_events_visit_seq_index" ON "visit_events" USING btree ("visit","seq");