import { serve } from '../server/main';

const url = process.env['DEFT_TEST_DATABASE_URL'];
if (!url) throw new Error('DEFT_TEST_DATABASE_URL is missing: run the specs through npm test.');
const site = await serve({
  databaseUrl: url,
  webDir: process.env['DEFT_TEST_WEB']!,
  host: '127.0.0.1',
});
process.stdout.write(`ready ${site.url}\n`);
process.on('SIGTERM', () => {
  void site.close().then(() => process.exit(0));
});
