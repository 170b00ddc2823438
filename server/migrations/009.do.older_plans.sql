-- Plans made before lines knew their wishes and plans their schools are no longer read: the day is planned anew.
UPDATE cut_plan SET problems = '[]', found = '{}', pinned = '[]';
