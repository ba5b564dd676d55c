/**
 * A fresh machine: a checkout in a folder only its owner can enter, nothing of ours in /var/lib,
 * a strict umask. The start command serves there, and so does the tests' own cluster.
 *
 * Each case runs in a mount namespace of its own, with an empty /var/lib, so that it neither sees
 * nor leaves anything on this machine. Without the right to make one, only the plain case runs.
 */
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const ROOT = process.cwd();
const NOBODY = 65534;
const namespaces = spawnSync('unshare', ['--mount', 'true']).status === 0;
const made: string[] = [];
afterAll(() => made.forEach((dir) => rmSync(dir, { recursive: true, force: true })));

/** The tracked files, in a folder of mode 700, as a clone under a home folder lies. */
function checkout(owner: number): string {
  const home = mkdtempSync(join(tmpdir(), 'deft-bare-'));
  made.push(home);
  const dir = join(home, 'clone');
  mkdirSync(join(dir, 'node_modules'), { recursive: true });
  mkdirSync(join(dir, 'page'));
  const copy = spawnSync(
    'sh',
    [
      '-c',
      `git ls-files -z core server simulators scripts package.json package-lock.json tsconfig.json tsconfig.base.json | xargs -0 cp --parents -t '${dir}'`,
    ],
    { cwd: ROOT },
  );
  expect(copy.status).toBe(0);
  spawnSync('sh', [
    '-c',
    `echo '<p>page</p>' > '${dir}/page/index.html'; chown -R ${owner}:${owner} '${home}'`,
  ]);
  chmodSync(home, 0o700);
  return dir;
}

/** Serves, opens the tests' cluster as well, stops both, and says so. */
const WORK = `
  set -e
  cat > probe.mjs <<'EOF'
import { openCluster } from './scripts/cluster.mjs';
const cluster = await openCluster('test-bare', { safe: false, log: () => {} });
console.log('test cluster in ' + cluster.folder);
await cluster.stop();
EOF
  node probe.mjs
  node scripts/start.mjs > out.txt 2>&1 & server=$!
  tries=0
  until grep -q 'Deft Shell is at' out.txt; do
    kill -0 $server || { cat out.txt; exit 1; }
    tries=$((tries + 1)); [ $tries -lt 900 ] || { cat out.txt; exit 1; }
    sleep 0.1
  done
  node -e "fetch(process.argv[1] + '/api/health').then((r) => r.text()).then((t) => console.log('health ' + t))" "$(sed -n 's/^Deft Shell is at //p' out.txt)"
  kill -INT $server
  wait $server
  echo 'stopped in order'`;

function run(dir: string, umask: string, user: number): Promise<string> {
  const as = user === 0 ? '' : `setpriv --reuid=${user} --regid=${user} --clear-groups`;
  const inside = `mount -t tmpfs tmpfs /var/lib && mount --bind '${ROOT}/node_modules' '${dir}/node_modules' && cd '${dir}' && umask ${umask} && exec ${as} sh -c "$WORK"`;
  const env = { PATH: process.env.PATH ?? '', HOME: dir, WORK, DEFT_WEB_DIR: join(dir, 'page') };
  return new Promise((resolve) => {
    const child = spawn('unshare', ['--mount', 'sh', '-c', inside], {
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stdout.on('data', (d: Buffer) => {
      said += d.toString();
    });
    child.stderr.on('data', (d: Buffer) => {
      said += d.toString();
    });
    child.on('close', () => resolve(said));
  });
}

(namespaces ? test : test.skip)(
  'a checkout in a closed folder starts, whoever owns it and whatever the umask',
  async () => {
    const cases = [
      { user: 0, umask: '022' },
      { user: 0, umask: '077' },
      { user: NOBODY, umask: '022' },
      { user: NOBODY, umask: '077' },
    ];
    for (const { user, umask } of cases) {
      const said = await run(checkout(user), umask, user);
      expect(said).toContain(
        user === 0 ? 'test cluster in /var/lib/deft-shell/' : 'clone/.deft/test-bare',
      );
      expect(said).toContain('health {"ok":true,"run":"');
      expect(said).toContain('stopped in order');
    }
  },
);
