import { openHouse } from '/work/main/tools/house.mjs';
import { writeFileSync, existsSync, rmSync } from 'node:fs';
rmSync('/tmp/nl/stop-look',{force:true});
const one = await openHouse({ database: 'look', args: ['--tonight', '2026-03-14'] });
writeFileSync('/tmp/nl/url-look', one.url);
while(!existsSync('/tmp/nl/stop-look')) await new Promise(d=>setTimeout(d,700));
await (one.close ? one.close() : one.end ? one.end() : one.stop()); process.exit(0);
