-- Why nothing is followed is kept as a code with its facts, as all else that is told; the next look writes it anew.
alter table drive_sweep alter column held type jsonb using null;
