import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { fill, find, opens, pick, press, reads, start, WAIT_MS, type Bench } from './browser';

let bench: Bench;
beforeEach(async () => {
  bench = await start();
}, 60_000);
afterEach(() => bench.stop());

const PANEL = '.panel';
const TOLD = '.verdict';
const lang = (): Promise<string> => bench.driver.executeScript('return document.documentElement.lang');
const stage = async (name: string): Promise<void> => {
  const now = await bench.driver.getCurrentUrl();
  await bench.driver.get(now.replace(/[^/]*$/, name));
};

const spanish = async (): Promise<void> =>
  (await find(bench.driver, By.xpath('//label[normalize-space(.)="Español"]/input'))).click();

/** A file that the page has written, once it is whole. */
async function written(ending: string): Promise<Buffer> {
  const found = (): string | undefined => readdirSync(bench.downloads).find((name) => name.endsWith(ending));
  await bench.driver.wait(
    async () => found() !== undefined && existsSync(join(bench.downloads, found()!)),
    WAIT_MS,
  );
  return readFileSync(join(bench.downloads, found()!));
}

test('Spanish is chosen on the start page, stays, and speaks from the page, its workers and its fields', async () => {
  const { driver, url } = bench;
  await driver.get(url);
  expect(await lang()).toBe('en');
  await spanish();
  await reads(driver, 'h1 ~ .lead', /Llegará el agua al último gotero/);
  expect(await lang()).toBe('es');
  await press(driver, 'Otter strip');
  // What is found is told by a worker.
  await reads(driver, TOLD, /Demasiada presión/);
  await stage('check');
  await reads(driver, PANEL, /Alto[\s\S]*Demasiada presión con las válvulas cerradas/);
  await opens(driver, 'Ver el cálculo', '.v-dialog');
  await reads(driver, '.v-dialog', /en la cinta más baja, sin consumo/);
  await press(driver, 'Cerrar');
  // A comma is decimal here, in what is typed and in what is told.
  await stage('beds');
  await fill(driver, 'Ancho de cama', '0,85 m\n');
  await find(driver, By.css('[aria-label="Deshacer: poner el ancho de cama"]'));
  expect(await (await find(driver, By.css('[aria-label^="Ancho de cama"]'))).getAttribute('value')).toMatch(
    /^0,85/,
  );
  await stage('season');
  await reads(driver, PANEL, /Mire a lo largo de la secundaria y las camas de River strip/);
});

test('the language changes under an open plan, and nothing that was drawn is lost', async () => {
  const { driver, url } = bench;
  await driver.get(url);
  await press(driver, 'Blank plan');
  await fill(driver, 'Name of the source', 'barn tap\n');
  await driver.executeScript(`document.querySelector('.menu .name').click()`);
  await spanish();
  await reads(driver, PANEL, /Agua/);
  const named = await driver.executeScript<string>(
    `return document.querySelector('[aria-label="Nombre de la fuente"]').value`,
  );
  expect(named).toBe('barn tap');
  await reads(driver, TOLD, /Aún no se ha medido nada/);
});

test('the sheets for the field and the calendar are told in the language chosen for them', async () => {
  const { driver, url } = bench;
  await driver.get(url);
  await press(driver, 'Wren Bottom');
  await reads(driver, TOLD, /Runs/);
  await stage('build');
  await press(driver, 'Paper');
  await pick(driver, 'Language of the sheets and the calendar', 'Español');
  await press(driver, 'Make the PDF');
  const pdf = await written('.pdf');
  // The title stands in the file's own words about itself.
  expect(
    pdf.includes(Buffer.from('hojas de campo', 'utf16le').swap16()) || pdf.includes('hojas de campo'),
  ).toBe(true);
  await stage('sets');
  await press(driver, 'Make the sets');
  await reads(driver, PANEL, /each was solved/);
  await press(driver, 'When');
  await press(driver, 'Calendar file');
  expect((await written('.ics')).toString()).toMatch(/abierto \d+ min[\s\S]*Inicio 1 de/);
  // The page itself goes on in English.
  await reads(driver, PANEL, /The programme/);
});
