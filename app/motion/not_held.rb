# frozen_string_literal: true

module Motion
  # A motion command from a tab that does not hold the reins.
  class NotHeld < Gallop::Refusal
    kind :not_yours

    def initialize(name, holder)
      super(holder ? "#{holder} holds the reins of #{name}." : "Take the reins of #{name} first.")
    end
  end
end
