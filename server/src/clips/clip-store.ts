import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { DataStore, Upload } from '@tus/server';
import { isSound, type MediaKind, mediaKindOf, mediaType } from '@undulan/core';
import { Op } from 'sequelize';
import { ClipModel, ClipPieceModel } from './clip.model.ts';

/** A piece is held in memory while it comes: larger ones are refused. */
export const MOST_PIECE_BYTES = 8_000_000;
/** Smaller ones, but for the last, would only be rows without end. */
const LEAST_PIECE_BYTES = 1000;

/** A refusal, with what the protocol's package answers by it. */
class Refusal extends Error {
  readonly status_code: number;
  readonly body: string;

  constructor(status: number, why: string) {
    super(why);
    this.status_code = status;
    this.body = why;
  }
}

/** The pieces of a clip from one of its bytes up to another, in order, one at a time. */
export async function* piecesOf(clipId: string, from: number, to: number): AsyncGenerator<Buffer> {
  let at = from;
  while (at < to) {
    const piece = await ClipPieceModel.findOne({
      where: { clipId, start: { [Op.lte]: at } },
      order: [['start', 'DESC']],
    });
    if (!piece || piece.start + piece.size <= at) return;
    const end = Math.min(to, piece.start + piece.size);
    yield piece.bytes.subarray(at - piece.start, end - piece.start);
    at = end;
  }
}

async function hashOf(clipId: string, size: number): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of piecesOf(clipId, 0, size)) hash.update(piece);
  return hash.digest('hex');
}

/**
 * Keeps what is uploaded (tus, an open protocol of resumable uploads) in the database, piece by piece: any copy of the
 * server takes the next one. The row of the clip is the lock: of two that send the same piece one is refused.
 */
export class ClipStore extends DataStore {
  override extensions = ['creation', 'termination'];
  readonly #ownerNow: () => string;

  /** `ownerNow` says whose request is being answered. */
  constructor(ownerNow: () => string) {
    super();
    this.#ownerNow = ownerNow;
  }

  /** A take has pictures; a reference may be sound alone. */
  async #takes(id: string, kind: MediaKind): Promise<boolean> {
    return !isSound(kind) || (await ClipModel.count({ where: { id, exerciseId: null } })) > 0;
  }

  override async create(upload: Upload): Promise<Upload> {
    const { exerciseId = null, courseId = null, name, hash } = upload.metadata as Record<string, string>;
    await ClipModel.create({
      id: upload.id,
      exerciseId,
      courseId,
      ownerId: this.#ownerNow(),
      name: name!,
      hash: hash!,
      type: null,
      size: upload.size!,
      received: 0,
      whole: false,
    });
    return upload;
  }

  override async getUpload(id: string): Promise<Upload> {
    const clip = await ClipModel.findByPk(id);

    if (!clip) throw new Refusal(404, 'There is no such upload.');
    return new Upload({ id, size: clip.size, offset: clip.received, metadata: { name: clip.name } });
  }

  override async write(stream: Readable, id: string, offset: number): Promise<number> {
    const parts: Buffer[] = [];
    let size = 0;
    for await (const part of stream as AsyncIterable<Buffer>) {
      size += part.length;

      if (size > MOST_PIECE_BYTES) throw new Refusal(413, `A piece has at most ${MOST_PIECE_BYTES} bytes.`);
      parts.push(part);
    }
    if (size === 0) return offset;
    const bytes = Buffer.concat(parts);
    const kind = offset === 0 ? mediaKindOf(bytes) : null;
    if (offset === 0 && !(kind && (await this.#takes(id, kind)))) {
      await this.remove(id);

      throw new Refusal(415, 'This file is no clip.');
    }
    return ClipModel.sequelize!.transaction(async (transaction) => {
      const clip = await ClipModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });

      if (!clip || clip.received !== offset) throw new Refusal(409, 'Another piece is the next.');

      if (size < LEAST_PIECE_BYTES && offset + size < clip.size)
        throw new Refusal(400, `A piece has at least ${LEAST_PIECE_BYTES} bytes.`);
      if (offset + size > clip.size) throw new Refusal(413, 'This is more than was announced.');
      if (kind) clip.type = mediaType(kind);
      await ClipPieceModel.create({ clipId: id, start: offset, size, bytes }, { transaction });
      clip.received = offset + size;
      await clip.save({ transaction });
      return clip.received;
    });
  }

  override async remove(id: string): Promise<void> {
    await ClipModel.destroy({ where: { id } });
  }

  /** All of it has come: what is not what its sender meant is thrown away. */
  async finish(id: string): Promise<void> {
    const clip = await ClipModel.findByPk(id);
    if (!clip || clip.received !== clip.size) return;
    if ((await hashOf(id, clip.size)) !== clip.hash) {
      await clip.destroy();

      throw new Refusal(460, 'What came is not what was sent: its checksum differs. Send it again.');
    }
    clip.whole = true;
    await clip.save();
  }
}
