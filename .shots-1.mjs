import { as, done, base } from './.shots-lib.mjs';
const ada = await as('ada');
await ada.goto(`${base}/people`); await ada.getByText('Mira Holt').waitFor(); 
await ada.getByRole('button', { name: 'Add a person' }).click(); await ada.getByLabel('Name').fill('Juno Hale'); await ada.getByLabel('E-mail').fill('juno@velloe.example'); await ada.waitForTimeout(300); await ada.screenshot({ path: '/tmp/s1.png' });
await ada.getByRole('button', { name: 'Add', exact: true }).click(); await ada.getByRole('status').waitFor(); await ada.screenshot({ path: '/tmp/s2.png' });
await ada.goto(`${base}/account`); await ada.getByText('this one').waitFor(); await ada.screenshot({ path: '/tmp/s3.png' });
const ines = await as('ines');
await ines.goto(`${base}/boards`); await ines.getByRole('link', { name: /season/i }).first().click(); await ines.waitForTimeout(2500); await ines.screenshot({ path: '/tmp/s4.png' });
await done();
