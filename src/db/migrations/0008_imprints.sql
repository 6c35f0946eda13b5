CREATE TABLE "imprint" (
	"library_id" uuid NOT NULL,
	"medium" text NOT NULL,
	"fingerprint" text NOT NULL,
	"form" integer NOT NULL,
	"figures" "bytea",
	CONSTRAINT "imprint_library_id_medium_fingerprint_pk" PRIMARY KEY("library_id","medium","fingerprint")
);
--> statement-breakpoint
ALTER TABLE "imprint" ADD CONSTRAINT "imprint_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "imprint_of_content" ON "imprint" USING btree ("library_id","fingerprint");