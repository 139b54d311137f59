CREATE TABLE "eras" (
	"place" integer PRIMARY KEY NOT NULL,
	"id" uuid NOT NULL,
	"after" bigint NOT NULL,
	CONSTRAINT "eras_id_unique" UNIQUE("id")
);
