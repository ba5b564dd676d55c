/** Counts and times for a monitor on this machine, in the open text format of metrics. */
import type { Request, Response } from 'express';
import { collectDefaultMetrics, Counter, Histogram, Registry } from 'prom-client';

/** Bounds of the times that are told apart, s. */
const SECONDS = [0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 15];

export class Metrics {
  private readonly registry = new Registry();
  private readonly times = new Histogram({
    name: 'deft_request_seconds',
    help: 'Time from a request to the end of its answer',
    labelNames: ['method', 'route', 'status'],
    buckets: SECONDS,
    registers: [this.registry],
  });
  private readonly faults = new Counter({
    name: 'deft_faults_total',
    help: 'Requests that failed through the server or its database',
    registers: [this.registry],
  });
  private readonly saves = new Counter({
    name: 'deft_saves_total',
    help: 'Saves that were acknowledged',
    registers: [this.registry],
  });

  constructor() {
    collectDefaultMetrics({ register: this.registry });
  }

  ended(route: string, { method }: Request, { statusCode }: Response, ms: number): void {
    this.times.observe({ method, route, status: String(statusCode) }, ms / 1000);
    if (statusCode >= 500) this.faults.inc();
    const saved = ['PUT', 'PATCH'].includes(method) && route === '/api/builds/:key';
    if (saved && statusCode < 300) this.saves.inc();
  }

  text(): Promise<string> {
    return this.registry.metrics();
  }
  get type(): string {
    return this.registry.contentType;
  }
}
