import { app } from "./app.js";

const port = Number(process.env.PORT ?? 8080);
await app.listen({ port, host: "0.0.0.0" });
console.log(`Listening on http://localhost:${port}`);
