CREATE TABLE "saved_search" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"owner_id" text,
	"name" text NOT NULL,
	"query" text NOT NULL,
	"sort" text NOT NULL,
	"position" text COLLATE "C" NOT NULL,
	"removed" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "habit" (
	"library_id" uuid NOT NULL,
	"member_id" text NOT NULL,
	"card_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"uses" integer NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	"score" double precision NOT NULL,
	CONSTRAINT "habit_library_id_member_id_card_id_kind_pk" PRIMARY KEY("library_id","member_id","card_id","kind")
);
--> statement-breakpoint
ALTER TABLE "alias" ALTER COLUMN "card_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "key_binding" ALTER COLUMN "card_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "maker" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "changed_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
UPDATE "card" SET "changed_at" = "added_at";--> statement-breakpoint
ALTER TABLE "alias" ADD COLUMN "search_id" uuid;--> statement-breakpoint
ALTER TABLE "key_binding" ADD COLUMN "search_id" uuid;--> statement-breakpoint
ALTER TABLE "saved_search" ADD CONSTRAINT "saved_search_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_search" ADD CONSTRAINT "saved_search_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "habit" ADD CONSTRAINT "habit_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "habit" ADD CONSTRAINT "habit_member_id_account_user_id_fk" FOREIGN KEY ("member_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "habit" ADD CONSTRAINT "habit_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "saved_search_of_library" ON "saved_search" USING btree ("library_id","owner_id");--> statement-breakpoint
CREATE INDEX "habit_of_card" ON "habit" USING btree ("card_id");--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_search_id_saved_search_id_fk" FOREIGN KEY ("search_id") REFERENCES "public"."saved_search"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_binding_search_id_saved_search_id_fk" FOREIGN KEY ("search_id") REFERENCES "public"."saved_search"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "alias_search_id_index" ON "alias" USING btree ("search_id");--> statement-breakpoint
CREATE INDEX "key_binding_search_id_index" ON "key_binding" USING btree ("search_id");--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_of_one_thing" CHECK (num_nonnulls("alias"."card_id", "alias"."search_id") = 1);--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_of_one_thing" CHECK (num_nonnulls("key_binding"."card_id", "key_binding"."search_id") = 1);