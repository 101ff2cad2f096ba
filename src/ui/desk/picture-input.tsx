'use client';

import type { Editor } from '@tiptap/core';
import { useRef } from 'react';
import { FileInput } from '@/ui/common/file-input';
import { sendPicture } from '@/ui/common/send-picture';
import { insertPicture } from './pictures';

/** A picture from this device, into the text: the field that asks for it, and what opens it. */
export function usePictureInput(editor: Editor, label: string, refused: (code: string) => void) {
  const input = useRef<HTMLInputElement>(null);
  const put = async (file: File) => {
    const sent = await sendPicture(file);
    if ('code' in sent) refused(sent.code);
    else if (!editor.isDestroyed) {
      insertPicture(editor.view, sent, null);
      editor.commands.focus();
    }
  };
  const field = (
    <FileInput
      ref={input}
      aria-label={label}
      accept="image/png,image/jpeg,image/gif,image/webp"
      take={([file]) => {
        if (file) void put(file);
      }}
    />
  );
  return { field, open: () => input.current?.click() };
}
