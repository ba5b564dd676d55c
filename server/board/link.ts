/**
 * The line to a board that is read key by key: the stand-in that ships with the server, or one at the
 * address of the server's own setting. One command at a time.
 */
import { Refusal } from '../errors';
import { addressIn, type Address, Silent, StandIn, TextLine } from '../line';

export interface BoardSetting {
  /** host:port of a board that is there already. */
  address?: string | undefined;
  /** Where the stand-in's program lies, when it does not lie beside this one. */
  program?: URL | undefined;
}

/** The stand-in's program lies beside the server once both are built. */
const BESIDE = new URL('./board.mjs', import.meta.url);
/** No answer is longer: sixty keys that chatter are some hundred lines. */
const MOST_LINES = 5000;

const silent = (): Refusal =>
  new Refusal(
    503,
    'board',
    'The board does not answer. Nothing that was pressed is lost; try again, or begin the test anew.',
  );

export class BoardLink {
  readonly #standIn: StandIn;
  readonly #line: TextLine;

  constructor(setting: BoardSetting = {}) {
    this.#standIn = new StandIn(setting.program ?? BESIDE);
    this.#line = new TextLine(async (): Promise<Address> => {
      if (setting.address !== undefined) return addressIn(setting.address);
      return { host: '127.0.0.1', port: Number(await this.#standIn.ready()) };
    });
  }

  /** @returns the lines of its answer, without the word that ends it */
  async ask(command: string): Promise<string[]> {
    const heard: string[] = [];
    try {
      return await this.#line.ask(command, (said) => {
        if (said === 'OK') return heard;
        if (said.startsWith('ERR ')) throw new Refusal(409, 'board', said.slice(4));
        if (heard.push(said) > MOST_LINES) throw silent();
        return undefined;
      });
    } catch (e) {
      throw e instanceof Silent ? silent() : e;
    }
  }

  async close(): Promise<void> {
    this.#line.close();
    await this.#standIn.close();
  }
}
