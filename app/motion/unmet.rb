# frozen_string_literal: true

module Motion
  # Something that is needed before a motor may be enabled, or a test begun, is missing.
  class Unmet < Gallop::Refusal
    kind :not_now

    attr_reader :needs

    # @param what [String] was not done
    def initialize(needs, what = "Not enabled")
      @needs = needs
      super("#{what}: #{needs.map(&:state).join("; ")}.")
    end
  end
end
