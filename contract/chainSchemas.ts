import Joi from "joi";
import type { ChainModelView, ChainShopView, ChainView, NewShop, ShutShop } from "./chain.ts";
import { passPhrase } from "./doorSchemas.ts";
import { id, name, oneLine, strict } from "./fields.ts";
import { initials } from "./jobSchemas.ts";
import { accountCounts, periodSchema, toldSchema } from "./outcomeSchemas.ts";

const LONGEST_TITLE = 60;
const title = oneLine(Joi.string().trim().max(LONGEST_TITLE))
  .required()
  .messages({
    "string.empty": "Say how the shop is called.",
    "string.max": `A shop is called by ${LONGEST_TITLE} letters at most.`,
  });

export const shopTitleSchema = strict<{ title: string }>({ title });

export const newShopSchema = strict<NewShop>({
  title,
  owner: strict<NewShop["owner"]>({
    initials,
    name: name.required().messages({ "string.empty": "Give the name." }),
    passPhrase,
  }).required(),
});

const count = Joi.number().integer().min(0).required();

const chainShopSchema = strict<ChainShopView>({
  id: name.required(),
  title,
  address: Joi.string().required(),
  here: count,
  waiting: count,
  people: count,
  counts: accountCounts.required(),
  unsaid: count,
  told: toldSchema.required(),
  month: periodSchema.allow(null).required(),
  currency: name.allow("").required(),
});

export const chainSchema = strict<ChainView>({
  shops: Joi.array().items(chainShopSchema).required(),
  shut: Joi.array()
    .items(strict<ShutShop>({ id: name.required(), title, why: Joi.string().required() }))
    .required(),
  models: Joi.array()
    .items(
      strict<ChainModelView>({
        id: id.required(),
        name: name.required(),
        shop: name.allow(null).required(),
        title,
      }),
    )
    .required(),
});
