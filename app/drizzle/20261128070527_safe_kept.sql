-- A piece of an image that an earlier version kept in clear is sealed once; beyond that nothing in it ever changes.
create function seal_once() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and old.key_no is null and new.key_no is not null
    and new.image_id = old.image_id and new.no = old.no then
    return new;
  end if;
  raise exception '% is append only', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
drop trigger image_chunk_kept on image_chunk;
--> statement-breakpoint
create trigger image_chunk_kept before update or delete on image_chunk for each row execute function seal_once();
--> statement-breakpoint
-- A data key is wrapped anew when the key changes; it is never lost and never becomes another one's.
create function rewrap_only() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and new.no = old.no then return new; end if;
  raise exception '% is never deleted', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
create trigger data_key_kept before update or delete on data_key for each row execute function rewrap_only();
--> statement-breakpoint
create trigger data_key_whole before truncate on data_key for each statement execute function refuse_change();
--> statement-breakpoint
create trigger kept_secret_kept before update or delete on kept_secret for each row execute function refuse_change();
--> statement-breakpoint
create trigger kept_secret_whole before truncate on kept_secret for each statement execute function refuse_change();
--> statement-breakpoint
create trigger secret_look_kept before update or delete on secret_look for each row execute function refuse_change();
--> statement-breakpoint
create trigger secret_look_whole before truncate on secret_look for each statement execute function refuse_change();
--> statement-breakpoint
create trigger secret_handover_kept before update or delete on secret_handover for each row execute function refuse_change();
--> statement-breakpoint
create trigger secret_handover_whole before truncate on secret_handover for each statement execute function refuse_change();
