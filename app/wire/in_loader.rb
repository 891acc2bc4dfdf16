# frozen_string_literal: true

module Wire
  # The drive answers, and has no program to run: it waits for firmware.
  class InLoader < Lost
    def initialize =
      super(
        "The drive waits in its loader for firmware. Its program is missing or was being replaced; write one to " \
          "bring it back."
      )
  end
end
