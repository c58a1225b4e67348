import { expect, test } from './shed'

test('sums take any unit as it is typed, keep the last answer while a field is half typed, and name what is wrong', async ({
  page,
  demo,
}) => {
  await page.goto(demo.address)
  await page.getByRole('link', { name: 'Sums' }).click()
  const premix = page.getByRole('region', { name: 'Premix' })
  await expect(premix).toContainText('100 ml')
  await premix.getByLabel('Fuel').fill('1 US gal')
  await expect(premix).toContainText('76 ml')
  await premix.getByLabel('Ratio, to 1').fill('3')
  await expect(premix).toContainText(/must be a ratio from 10:1 to 200:1/i)
  await expect(premix).toContainText('76 ml')

  const coolant = page.getByRole('region', { name: 'Coolant' })
  await coolant.getByLabel('Glycol now, %').fill('45')
  await coolant.getByLabel('Coldest night').fill('10 F')
  await expect(coolant).toContainText('It holds')
  await coolant.getByLabel('Glycol now, %').fill('20')
  await expect(coolant).toContainText(/out, and as much concentrate in/)
  await expect(coolant).toContainText(/no longer protect the metal/)

  const gearing = page.getByRole('region', { name: 'Gearing and speed' })
  const third = gearing.getByRole('row').nth(3)
  const before = await third.textContent()
  await gearing.getByLabel('Front teeth').fill('14')
  await expect(third).not.toHaveText(before!)
  await gearing.getByLabel('Rear tyre').fill('round')
  await expect(gearing).toContainText(/is not a size such as/i)
})
