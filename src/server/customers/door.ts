import { createServer, type RequestListener, type Server } from 'node:http';
import { networkInterfaces } from 'node:os';
import { Refusal } from '../commands/refusal.ts';
import type { Door } from '../commands/shop.ts';

/** What this machine is called on the shop's network; itself where it is on none. */
function nameOnNetwork(): string {
  const outside = Object.values(networkInterfaces())
    .flatMap((of) => of ?? [])
    .find((address) => address.family === 'IPv4' && !address.internal);
  return outside?.address ?? 'localhost';
}

async function listening(server: Server, port: number, host: string): Promise<void> {
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject).once('listening', resolve);
    server.listen(port, host);
  });
}

/**
 * The door of the shop for its customers: a server beside the shop's own, which answers this machine only. It listens from when
 * it is opened until it is shut.
 * @param port 0 takes any that is free
 */
export function makeDoor(app: RequestListener, { port, host = '0.0.0.0' }: { port: number; host?: string }): Door {
  let server: Server | null = null;
  const portNow = () => {
    const address = server?.address();
    return typeof address === 'object' && address ? address.port : port;
  };
  return {
    async open() {
      if (!server) {
        const opening = createServer(app);
        try {
          await listening(opening, port, host);
        } catch {
          throw new Refusal(
            409,
            `Port ${port} is taken: customers cannot be let in. Set URUSHI_CUSTOMER_PORT to another.`,
          );
        }
        server = opening;
      }
      return `http://${host === '0.0.0.0' ? nameOnNetwork() : host}:${portNow()}`;
    },
    async shut() {
      const open = server;
      server = null;
      open?.closeAllConnections();
      await new Promise((resolve) => (open ? open.close(resolve) : resolve(null)));
    },
  };
}
