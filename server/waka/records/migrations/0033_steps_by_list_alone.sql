-- Two indexes more that cost the check of a long list a third of its writing: no question asks
-- for a document's steps but for those under way, which have an index of their own, and the steps of one act are found as
-- soon by the list's own key.
drop index change_step_document;
drop index change_step_act;
