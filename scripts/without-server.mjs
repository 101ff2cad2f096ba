// A test that has this before it keeps its school in the database that ships, whatever the others do.
delete process.env.KITE_TEST_DATABASE;
