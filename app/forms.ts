import type { FormItemRule } from 'element-plus'
import type { Schema } from 'joi'

/** A schema of the core as a rule of the form component: its message stands at the field. */
export const rule = (schema: Schema): FormItemRule => ({
  trigger: ['blur', 'change'],
  validator: (_rule, value, done) => {
    const { error } = schema.validate(value)
    done(error ? new Error(error.message) : undefined)
  }
})
