// Starts the encode server and the development server side by side.
import { spawn } from 'node:child_process';
import { buildEngine } from './engine.mjs';

await buildEngine();
const API_PORT = process.env.API_PORT ?? '8091';
const env = { ...process.env, API_PORT, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1' };
const children = [
  spawn('node', ['--import', 'tsx', 'server/main.ts'], {
    env: { ...env, PORT: API_PORT },
    stdio: 'inherit',
  }),
  spawn('npx', ['expo', 'start', '--web'], { env, stdio: 'inherit' }),
];
for (const child of children) child.on('exit', () => children.forEach((other) => other.kill()));
