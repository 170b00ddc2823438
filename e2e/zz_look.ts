import { look } from '/tmp/tmpe2e/look.ts';
await look(async ({ driver, shoot, open }) => {
  await open('orders/buying', 3000); await shoot('tobuy');
  console.log(await driver.executeScript(`return fetch('/api/orders/buying').then(r=>r.text())`));
});
