// node judge.js SIDE KEY...: prints each key with what butteraugli says of KEY.rgb against the picture before its "_".
const { readFileSync } = require("fs");
const butteraugli = require("butteraugli");

const [side, ...keys] = process.argv.slice(2);

function picture(name) {
  const rgb = readFileSync(`${name}.rgb`);
  const data = new Uint8ClampedArray((rgb.length / 3) * 4).fill(255);
  for (let i = 0; i < rgb.length / 3; i++) data.set(rgb.subarray(3 * i, 3 * i + 3), 4 * i);
  return { data, width: Number(side), height: Number(side) };
}

for (const key of keys) console.log(key, butteraugli(picture(key.split("_")[0]), picture(key)));
