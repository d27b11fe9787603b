import { z } from 'zod';
import { id as uuid, plainDate } from '#contracts/common';
import { contactPatch, messageStep, newContact } from '#contracts/telling';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { parse } from '../http/problem.ts';
import { companyToday } from '../settings/service.ts';
import {
  addContact,
  changeContact,
  contactsOf,
  letGo,
  messagesView,
  sendWhatWaits,
  stepMessage,
} from './service.ts';

export const tellingEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/messages',
    action: 'plan route',
    handle: async (context) => {
      const { from } = parse(z.object({ from: plainDate.optional() }), context.query);
      return messagesView(context, from ?? (await companyToday(context)));
    },
  },
  {
    method: 'post',
    path: '/api/messages/send',
    action: 'plan route',
    handle: async (context) => {
      await letGo(context);
      return { taken: await sendWhatWaits(context) };
    },
  },
  {
    method: 'post',
    path: '/api/messages/:id/step',
    action: 'plan route',
    handle: async (context) => {
      const { step } = parse(messageStep, context.body);
      await stepMessage(context, parse(uuid, context.params.id), step, context.user.id);
      if (step === 'again') await sendWhatWaits(context);
      return { ok: true };
    },
  },
  {
    method: 'get',
    path: '/api/sites/:id/contacts',
    action: 'read',
    handle: ({ db, params }) => contactsOf(db, parse(uuid, params.id)),
  },
  {
    method: 'post',
    path: '/api/contacts',
    action: 'edit record',
    handle: async (context) =>
      new Reply(201, await addContact(context, parse(newContact, context.body), context.user.id)),
  },
  {
    method: 'patch',
    path: '/api/contacts/:id',
    action: 'edit record',
    handle: (context) =>
      changeContact(
        context,
        parse(uuid, context.params.id),
        parse(contactPatch, context.body),
        context.user.id,
      ),
  },
];
