# frozen_string_literal: true

module Motion
  # Signal injection, for tests alone: nothing flows before a pattern begins, and all of it ends with a stop.
  class InjectionMode < Mode
    def kind = INJECTION
    def code = -1

    # Patterns go with the stage, with every stop, and by themselves: nothing is left of them.
    def clear(_wire) = nil
  end
end
