# frozen_string_literal: true

module Motion
  # A pattern of current or voltage that a test injects.
  class Injection < TestSignal
    kind Mode::INJECTION
    command "injection.command"
  end
end
