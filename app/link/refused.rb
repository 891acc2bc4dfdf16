# frozen_string_literal: true

module Link
  # The drive answered with a Modbus exception: it is there, and does not want to.
  class Refused < StandardError
    attr_reader :code

    def initialize(code, detail = nil)
      @code = code
      super([ Gallop::Modbus::EXCEPTIONS.fetch(code, "exception #{code}"), detail ].compact.join(": "))
    end
  end
end
