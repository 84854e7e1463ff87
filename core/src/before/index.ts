/** What came before: apart from trouble, for the distribution it needs is a heavy package that few pages want. */
export {
  afterWindowDays,
  whatCameBefore,
  type BeforeInput,
  type BeforeOutcome,
  type BeforeThing,
  type SeenBefore,
} from './before';
