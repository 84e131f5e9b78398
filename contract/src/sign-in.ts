import Joi from 'joi';
import type { SignIn } from './people.ts';

export const signInSchema = Joi.object<SignIn>({
  username: Joi.string().trim().max(60).required(),
  password: Joi.string().max(200).required(),
});
