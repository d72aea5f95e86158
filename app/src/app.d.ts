import type { Person } from '$lib/server/repositories/people.ts';

declare global {
  namespace App {
    interface Locals {
      person: Person | undefined;
      theme: 'day' | 'night';
      demo: boolean;
      /** Nobody has signed in, and the shop wants Today on a wall. */
      wallDisplay: boolean;
    }
    interface Error {
      message: string;
      reference?: string;
    }
  }
}

export {};
