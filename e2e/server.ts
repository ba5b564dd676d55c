/** One server for all specs, as it is built. */
export {};
const { DEFT_TEST_DATABASE_URL: databaseUrl, DEFT_TEST_SERVER: program } = process.env;
if (!databaseUrl || !program) throw new Error('Run the specs through npm test.');
const { serve } = (await import(program)) as typeof import('../server/main');
const site = await serve({ databaseUrl, webDir: process.env['DEFT_TEST_WEB']!, host: '127.0.0.1' });
process.stdout.write(`ready ${site.url}\n`);
process.on('SIGTERM', () => {
  void site.close().then(() => process.exit(0));
});
