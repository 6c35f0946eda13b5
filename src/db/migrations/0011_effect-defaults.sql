CREATE TABLE "effect_default" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text NOT NULL,
	"effect" text NOT NULL,
	"card_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "one_default_an_effect" UNIQUE("library_id","owner_id","effect")
);
--> statement-breakpoint
ALTER TABLE "effect_default" ADD CONSTRAINT "effect_default_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "effect_default" ADD CONSTRAINT "effect_default_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "effect_default" ADD CONSTRAINT "effect_default_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "effect_default_card_id_index" ON "effect_default" USING btree ("card_id");