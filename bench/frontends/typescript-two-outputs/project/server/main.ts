import * as http from "http";
import * as fs from "fs";
import * as path from "path";
const web = path.join(process.cwd(), "web");
http.createServer((request, response) => {
  if (request.url === "/tide") { response.end("2.4 m"); return; }
  const file = path.join(web, request.url === "/" ? "index.html" : String(request.url));
  if (!file.startsWith(web) || !fs.existsSync(file)) { response.statusCode = 404; response.end("not found"); return; }
  response.end(fs.readFileSync(file));
}).listen(Number(process.env.PORT || 8095));
