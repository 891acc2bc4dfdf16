# frozen_string_literal: true

module CommandLine
  # The end of a command that did not come to its aim: one line for the user, and the exit code.
  class Stop < StandardError
    DIFFERENT = 1 # a comparison found differences, or a file has problems
    USAGE = 2 # the command cannot be understood
    NO_LINK = 3 # the drive does not answer
    REFUSED = 4 # the drive or a rule refuses
    INTERRUPTED = 130

    attr_reader :code

    def initialize(code, message)
      @code = code
      super(message)
    end
  end
end
