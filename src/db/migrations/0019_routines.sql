CREATE TABLE "routine" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"name" text NOT NULL,
	"steps" jsonb NOT NULL,
	"position" text COLLATE "C" NOT NULL,
	"removed" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "alias" DROP CONSTRAINT "alias_of_one_thing";--> statement-breakpoint
ALTER TABLE "key_binding" DROP CONSTRAINT "key_of_one_thing";--> statement-breakpoint
ALTER TABLE "alias" ADD COLUMN "routine_id" uuid;--> statement-breakpoint
ALTER TABLE "key_binding" ADD COLUMN "routine_id" uuid;--> statement-breakpoint
ALTER TABLE "routine" ADD CONSTRAINT "routine_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "routine_of_library" ON "routine" USING btree ("library_id");--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_routine_id_routine_id_fk" FOREIGN KEY ("routine_id") REFERENCES "public"."routine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_binding_routine_id_routine_id_fk" FOREIGN KEY ("routine_id") REFERENCES "public"."routine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "alias_routine_id_index" ON "alias" USING btree ("routine_id");--> statement-breakpoint
CREATE INDEX "key_binding_routine_id_index" ON "key_binding" USING btree ("routine_id");--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_of_one_thing" CHECK (num_nonnulls("alias"."card_id", "alias"."search_id", "alias"."folder_id", "alias"."routine_id") = 1);--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_of_one_thing" CHECK (num_nonnulls("key_binding"."card_id", "key_binding"."search_id", "key_binding"."folder_id", "key_binding"."routine_id") = 1);