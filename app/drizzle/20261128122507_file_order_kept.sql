-- An order goes on until it has ended: when it is looked at next may change, what was asked never does, and nothing does after its end.
create function order_goes_on() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and old.ended_at is null
    and (to_jsonb(new) - '{next_look_at,ended_at,problem}'::text[])
      = (to_jsonb(old) - '{next_look_at,ended_at,problem}'::text[]) then
    return new;
  end if;
  raise exception '% is append only', tg_table_name using errcode = 'restrict_violation';
end $$;
--> statement-breakpoint
create trigger file_order_kept before update or delete on file_order for each row execute function order_goes_on();
--> statement-breakpoint
create trigger file_order_whole before truncate on file_order for each statement execute function refuse_change();
