import { accounts } from './accounts.ts';
import { bench } from './bench.ts';
import { find } from './find.ts';
import { buying } from './buying.ts';
import { close } from './close.ts';
import { cold } from './cold.ts';
import { costs } from './costs.ts';
import { counter } from './counter.ts';
import { forms } from './forms.ts';
import { goods } from './goods.ts';
import { grading } from './grading.ts';
import { jobs } from './jobs.ts';
import { landing } from './landing.ts';
import { lists } from './lists.ts';
import { orders } from './orders.ts';
import { people } from './people.ts';
import { plan } from './plan.ts';
import { reports } from './reports.ts';
import { safety } from './safety.ts';
import { session } from './session.ts';
import { settings } from './settings.ts';
import { prices } from './prices.ts';
import { labels } from './labels.ts';
import { summary } from './summary.ts';
import { devices } from './devices.ts';
import { books } from './books.ts';
import { species } from './species.ts';
import { trim } from './trim.ts';
import { yields } from './yields.ts';

/** Every request of the product, by room. */
export const contract = {
  session,
  summary,
  landing,
  lists,
  grading,
  orders,
  accounts,
  find,
  plan,
  bench,
  labels,
  counter,
  prices,
  close,
  cold,
  species,
  forms,
  goods,
  trim,
  yields,
  costs,
  buying,
  reports,
  jobs,
  safety,
  people,
  settings,
  devices,
  books,
} as const;

export type {
  BenchClock,
  Ticket,
  TicketCut,
  TicketMarks,
  TicketMethod,
  DoneTicket,
  TicketSummary,
  Timer,
  Tub,
  WeighOut,
} from './ticket.ts';
export type { BuyingLine, BuyingPlan } from './buying.ts';
export type { CostChoices, LotCost, MoneySettings } from './costs.ts';
export type { AccountEntry } from './accounts.ts';
export { foundKinds, type Found } from './find.ts';
export type { Report } from './reports.ts';
export type { CorrectionRow } from './books.ts';
export type { YieldOf, YieldRow } from './yields.ts';
export type { DayClose, LotClose } from './close.ts';
export type { ColdPlace, FirstRow, FrozenRow, LotLife } from './cold.ts';
export type { Act, Pay, Refund, Sold, StockRow } from './counter.ts';
export type { DeviceSettings } from './settings.ts';
export { elsewhere, firstSteps, type Elsewhere, type FirstStep } from './settings.ts';
export type { Problem, WeightSource } from './fields.ts';
export type { Article } from './goods.ts';
export { listKinds, type ListKind } from './lists.ts';
export type { LabelSettings } from './labels.ts';
export type { ListedPrice, MarkdownOffer } from './prices.ts';
export type { OpenJob } from './jobs.ts';
export type { GradingLot } from './grading.ts';
export type { Claim } from './landing-lots.ts';
export type { SupplierRecord } from './landing-suppliers.ts';
export type { Delivery, LotRow, SpeciesRow } from './landing.ts';
export type { NewOrderLine, Order, OrderLine, Shortfall, StandingOrder } from './orders.ts';
export type { CutPlan, FoundPlan, PlanChanges, PlanLine, PlanSpecies } from './plan.ts';
export {
  roles,
  tags,
  type AnswerOf,
  type BodyOf,
  type QueryOf,
  type Role,
  type Route,
  type SentOf,
  type Tag,
} from './route.ts';
export type { Me } from './session.ts';
export type { TrimBook, TrimRule } from './trim.ts';
export type { Reading } from './devices.ts';
