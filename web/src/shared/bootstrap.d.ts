import 'bootstrap-vue-next'

declare module 'bootstrap-vue-next' {
  /** A button without a look of its own: what it stands in gives it one (theme.css). */
  interface BaseButtonVariant {
    plain: unknown
  }
}
