import { type AttachmentResponse, paths, withQuery } from '@just-ledger/contract';
import { MOST_PAPER_BYTES } from '@just-ledger/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { attachmentQuery } from '../../api/attachment-queries.js';
import { api } from '../../api/request.js';

/** Papers on their way to the server: sent one after the other, each kept as soon as it is there. */
export interface SentPapers {
  /** The names of those that are on their way. */
  readonly sending: readonly string[];
  /** What those that were not taken were refused for. */
  readonly refused: readonly string[];
  readonly send: (files: readonly File[], line?: number) => void;
}

/** @param onKept told of each paper that is kept, and of the line that it was meant for, counted from 0 */
export function useSentPapers(
  organisation: number,
  onKept: (paper: AttachmentResponse, line: number | undefined) => void,
): SentPapers {
  const client = useQueryClient();
  const [sending, setSending] = useState<readonly string[]>([]);
  const [refused, setRefused] = useState<readonly string[]>([]);
  const sendOne = async (file: File, line: number | undefined): Promise<void> => {
    try {
      if (file.size > MOST_PAPER_BYTES) {
        throw new Error(`${file.name} is larger than ${MOST_PAPER_BYTES / 1024 / 1024} MB.`);
      }
      const paper = await api.post(withQuery(paths.attachments(organisation), { name: file.name }), file);
      client.setQueryData(attachmentQuery(organisation, paper.id).queryKey, paper);
      onKept(paper, line);
    } catch (error) {
      setRefused((all) => [...all, error instanceof Error ? error.message : String(error)]);
    }
    setSending((all) => all.slice(1));
  };
  return {
    sending,
    refused,
    send: (files, line) => {
      setRefused([]);
      setSending((all) => [...all, ...files.map((file) => file.name)]);
      void (async () => {
        for (const file of files) await sendOne(file, line);
        await client.invalidateQueries({ queryKey: ['organisation', String(organisation), 'attachments'] });
      })();
    },
  };
}
