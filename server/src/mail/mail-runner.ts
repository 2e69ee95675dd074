import { createTransport, type Transporter } from 'nodemailer';
import type { Logger } from 'pino';
import { Op, type Sequelize } from 'sequelize';
import { announceOpened } from './announce-opened.ts';
import { tellOfDue } from './due-tomorrow.ts';
import { letterOf } from './letter.ts';
import type { MailSettings } from './mail-settings.ts';
import { MessageModel } from './message.model.ts';

const LOOK_MS = 5000;
const DUE_LOOK_MS = 10 * 60_000;
const KEPT_MS = 90 * 24 * 3600 * 1000;
const AT_ONCE = 20;
/** Tried again after 1, 2, 4 … minutes, for some hours. */
const MOST_ATTEMPTS = 9;
const RETRY_MS = 60_000;

/**
 * Sends what is to go, looks for what is due tomorrow, and clears old messages away. Of several copies of the server
 * each takes its part: a message that one has taken up is not due for the others.
 */
export class MailRunner {
  readonly #sequelize: Sequelize;
  readonly #log: Logger;
  readonly #settings: MailSettings;
  readonly #transport: Transporter | null;
  #timer: NodeJS.Timeout | null = null;
  #running: Promise<void> = Promise.resolve();
  #looksForDueAt = 0;

  constructor(sequelize: Sequelize, log: Logger, settings: MailSettings) {
    this.#sequelize = sequelize;
    this.#log = log;
    this.#settings = settings;
    this.#transport = settings.smtpUrl ? createTransport(settings.smtpUrl) : null;
  }

  start(): void {
    this.#timer = setInterval(() => {
      this.#running = this.#running.then(() => this.look());
    }, LOOK_MS);
    this.#timer.unref();
  }

  async stop(): Promise<void> {
    if (this.#timer) clearInterval(this.#timer);
    await this.#running;
    this.#transport?.close();
  }

  /** Does what there is to do now. */
  async look(): Promise<void> {
    try {
      await announceOpened(this.#sequelize);
      if (Date.now() >= this.#looksForDueAt) {
        this.#looksForDueAt = Date.now() + DUE_LOOK_MS;
        await tellOfDue(this.#sequelize, this.#settings.timeZone);
        await MessageModel.destroy({ where: { createdAt: { [Op.lt]: new Date(Date.now() - KEPT_MS) } } });
      }
      if (this.#transport) for (const message of await this.#takeUp()) await this.#send(message, this.#transport);
    } catch (error) {
      this.#log.warn({ err: error }, 'messages could not be looked after');
    }
  }

  /** Takes up what is to go: until it is tried again it goes for nobody else. */
  async #takeUp(): Promise<MessageModel[]> {
    return this.#sequelize.transaction(async (transaction) => {
      const messages = await MessageModel.findAll({
        where: { sentAt: null, goesAt: { [Op.lte]: new Date() }, attempts: { [Op.lt]: MOST_ATTEMPTS } },
        order: [['goesAt', 'ASC']],
        limit: AT_ONCE,
        transaction,
        lock: transaction.LOCK.UPDATE,
        skipLocked: true,
      });
      for (const message of messages) {
        const again = new Date(Date.now() + RETRY_MS * 2 ** message.attempts);
        await message.update({ attempts: message.attempts + 1, goesAt: again }, { transaction });
      }
      return messages;
    });
  }

  async #send(message: MessageModel, transport: Transporter): Promise<void> {
    try {
      await transport.sendMail({ from: this.#settings.from, ...letterOf(message, this.#settings.address) });
    } catch (error) {
      const problem = error instanceof Error ? error.message.slice(0, 300) : 'It could not be sent.';
      this.#log.warn({ messageId: message.id, attempts: message.attempts }, 'a message could not be sent');
      await message.update({ problem });
      return;
    }
    // What opens an account is not kept once it is on its way.
    if (message.kind === 'password') await message.destroy();
    else await message.update({ sentAt: new Date(), problem: null });
  }
}
