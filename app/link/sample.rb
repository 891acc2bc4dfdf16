# frozen_string_literal: true

module Link
  # One poll of the live block: raw by key, and the monotonic time (s) at which it came.
  Sample =
    Gallop::Record.define(:at, :raw, :profile) do
      def [](key) = profile.fetch(key).figure(raw.fetch(key))
      def state = Gallop::Cia402::Statusword.state(raw.fetch("control.status"))
      # Of the feedback, wrapped to 32 bits; nil where there is none.
      def count = raw["position.actual"] || raw["feedback.count"]
      def inhibits = raw.fetch("control.inhibits")
      def fault_code = raw.fetch("control.error_code")
      def enabled? = %i[operation_enabled quick_stop_active fault_reaction_active].include?(state)
    end
end
