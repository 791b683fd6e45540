import { toMetresPerSecond } from "./knots.js";
[#list imports as import]
[=import]
[/#list]

const speeds = process.argv.length > 2 ? process.argv.slice(2) : ["10"];
for (const speed of speeds) console.log(`${speed} kn = ${toMetresPerSecond(Number(speed)).toFixed(2)} m/s`);
[#list examples as example]
console.log(await [=example.code]);
[/#list]
