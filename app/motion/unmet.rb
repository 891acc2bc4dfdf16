# frozen_string_literal: true

module Motion
  # Something that is needed before the motor may be enabled is missing.
  class Unmet < Gallop::Refusal
    kind :not_now

    attr_reader :needs

    def initialize(needs)
      @needs = needs
      super("Not enabled: #{needs.map { |need| need.state }.join('; ')}.")
    end
  end
end
