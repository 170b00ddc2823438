import { pageList } from './pageList.ts';
import { room, type Room } from './room.tsx';

const Landing = room(() => import('../stages/landing/Landing.tsx'));
const Grading = room(() => import('../stages/grading/Grading.tsx'));
const GradeLot = room(() => import('../stages/grading/GradeLot.tsx'));
const Orders = room(() => import('../stages/orders/Orders.tsx'));
const OrdersDue = room(() => import('../stages/orders/OrdersDue.tsx'));
const ToBuy = room(() => import('../stages/orders/ToBuy.tsx'));
const Weekly = room(() => import('../stages/orders/Weekly.tsx'));
const Plan = room(() => import('../stages/plan/Plan.tsx'));
const ByHand = room(() => import('../stages/plan/ByHand.tsx'));
const Bench = room(() => import('../stages/bench/Bench.tsx'));
const BenchClock = room(() => import('../stages/bench/BenchClock.tsx'));
const BenchTicket = room(() => import('../stages/bench/BenchTicket.tsx'));
const Marks = room(() => import('../stages/plan/Marks.tsx'));
const Counter = room(() => import('../stages/counter/Counter.tsx'));
const Sales = room(() => import('../stages/counter/Sales.tsx'));
const StockTake = room(() => import('../stages/counter/StockTake.tsx'));
const Acts = room(() => import('../stages/counter/Acts.tsx'));
const Corrections = room(() => import('../stages/books/Corrections.tsx'));
const TrimPage = room(() => import('../stages/trim/TrimPage.tsx'));
const Close = room(() => import('../stages/close/Close.tsx'));
const YieldBook = room(() => import('../stages/yields/YieldBook.tsx'));
const Costs = room(() => import('../stages/costs/Costs.tsx'));
const Buying = room(() => import('../stages/buying/Buying.tsx'));
const Reports = room(() => import('../stages/reports/Reports.tsx'));
const Book = room(() => import('../stages/species/Book.tsx'));
const Customers = room(() => import('../stages/accounts/Customers.tsx'));
const Suppliers = room(() => import('../stages/landing/Suppliers.tsx'));
const Boats = room(() => import('../stages/landing/Boats.tsx'));
const Schemes = room(() => import('../stages/grading/Schemes.tsx'));
const Cold = room(() => import('../stages/cold/Cold.tsx'));
const First = room(() => import('../stages/cold/First.tsx'));
const Frozen = room(() => import('../stages/cold/Frozen.tsx'));
const LotLifePage = room(() => import('../stages/cold/LotLifePage.tsx'));
const FormsPage = room(() => import('../stages/forms/FormsPage.tsx'));
const MethodsPage = room(() => import('../stages/forms/MethodsPage.tsx'));
const Goods = room(() => import('../stages/goods/Goods.tsx'));
const Labels = room(() => import('../stages/labels/Labels.tsx'));
const Knives = room(() => import('../stages/safety/KnivesPage.tsx'));
const Quality = room(() => import('../stages/bench/Quality.tsx'));
const People = room(() => import('../stages/people/People.tsx'));
const SignIns = room(() => import('../stages/people/SignIns.tsx'));
const Rules = room(() => import('../stages/people/Rules.tsx'));
const HelpPage = room(() => import('../stages/help/HelpPage.tsx'));
const KeysPage = room(() => import('./KeysPage.tsx'));
const Settings = room(() => import('../stages/settings/Settings.tsx'));

/** What is shown at each address; a page is loaded when it is first opened. */
const at: Record<(typeof pageList)[number]['path'], Room> = {
  landing: Landing,
  grading: Grading,
  'grading/:id': GradeLot,
  orders: Orders,
  'orders/due': OrdersDue,
  'orders/buying': ToBuy,
  'orders/weekly': Weekly,
  plan: Plan,
  'plan/hand': ByHand,
  bench: Bench,
  'bench/clock': BenchClock,
  'bench/:id': BenchTicket,
  marks: Marks,
  counter: Counter,
  'counter/sales': Sales,
  'counter/acts': Acts,
  'counter/count': StockTake,
  'counter/trim': TrimPage,
  close: Close,
  'close/yields': YieldBook,
  'close/costs': Costs,
  'close/buying': Buying,
  'close/reports': Reports,
  'close/put-right': Corrections,
  species: Book,
  'species/:id': Book,
  customers: Customers,
  'customers/:id': Customers,
  suppliers: Suppliers,
  'suppliers/:id': Suppliers,
  boats: Boats,
  'boats/:id': Boats,
  schemes: Schemes,
  cold: Cold,
  first: First,
  frozen: Frozen,
  'lots/:id': LotLifePage,
  forms: FormsPage,
  'forms/:id': FormsPage,
  methods: MethodsPage,
  labels: Labels,
  goods: Goods,
  knives: Knives,
  quality: Quality,
  keys: KeysPage,
  settings: Settings,
  people: People,
  'sign-ins': SignIns,
  rules: Rules,
  help: HelpPage,
};

/** Every page with its address and what it is called. */
export const pages = pageList.map((a) => ({ ...a, Page: at[a.path] }));
