// Decides by a parser that is not ours: JSON lines {file, agent, targets} on standard input, a JSON list of booleans a line out.
import { createInterface } from 'node:readline';
import robotsParser from 'robots-parser';

for await (const line of createInterface({ input: process.stdin })) {
    const { file, agent, targets } = JSON.parse(line);
    const robots = robotsParser('https://shop.example/robots.txt', file);
    console.log(JSON.stringify(targets.map((target) => robots.isAllowed(`https://shop.example${target}`, agent))));
}
