import { getRender } from '../../../../server/deliver.ts';
import { endpoint } from '../../../../server/http.ts';

const LOOK_MS = 400;

/** Server-sent events of one render, until it has ended. */
export const GET = endpoint(async (context, { params, request }) => {
  await getRender(context, params.id);
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      let last = '';
      try {
        while (!request.signal.aborted) {
          const render = await getRender(context, params.id);
          const text = JSON.stringify(render);
          if (text !== last) controller.enqueue(encoder.encode(`data: ${(last = text)}\n\n`));
          if (render.state !== 'queued' && render.state !== 'running') break;
          await new Promise((wait) => setTimeout(wait, LOOK_MS));
        }
        controller.close();
      } catch {
        controller.error();
      }
    },
  });
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform' },
  });
});
