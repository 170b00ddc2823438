/** What the sample shop sells besides fish: prices a piece or a kilogram in minor units, tax in hundredths of a per cent. */
export const articles = [
  { name: 'Lemon', unit: 'piece', price: 60, rate: 700, stock: 400 },
  { name: 'Samphire', unit: 'kg', price: 2200, rate: 700, stock: 0 },
  { name: 'Dressed crab', unit: 'piece', price: 790, rate: 700, allergens: 'crustaceans', stock: 90 },
  { name: 'Mussels, cleaned', unit: 'kg', price: 780, rate: 700, allergens: 'molluscs', stock: 0 },
  {
    name: 'Smoked mackerel pâté, pot',
    unit: 'piece',
    price: 450,
    rate: 700,
    allergens: 'fish, milk',
    stock: 120,
  },
  { name: 'Charcoal, 3 kg bag', unit: 'piece', price: 690, rate: 1900, stock: 60 },
] as const;
