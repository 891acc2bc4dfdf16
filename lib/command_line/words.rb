# frozen_string_literal: true

module CommandLine
  # The words of a command line, options first or last, in the order in which Thor understands them: the command first.
  #
  #   Words.new(%w[-d 127.0.0.1:15020 stop], Program).in_order   # => [ "stop", "-d", "127.0.0.1:15020" ]
  class Words
    VALUED = %w[-d --drive].freeze # options of all commands that take a word

    def initialize(given, program)
      @given = given.map { |word| readable(word) }
      @commands = program.all_commands.keys + %w[help]
    end

    # @return [Array<String>] @raise [Stop] where there is no command
    def in_order
      return @given if @given.empty? || @given.intersect?(%w[-h --help])
      at = position or
        raise Stop.new(Stop::USAGE, "No command among “#{@given.join(" ")}”; there are #{@commands.sort.join(", ")}.")
      [@given[at], *@given[0...at], *@given[at + 1..]]
    end

    private

    # Of the first word that is neither an option nor the word of one.
    def position
      at = 0
      while at < @given.size
        return at unless @given[at].start_with?("-")
        at += VALUED.include?(@given[at]) ? 2 : 1
      end
    end

    def readable(word)
      return word if word.valid_encoding?
      raise Stop.new(Stop::USAGE, "A word of the command has characters that cannot be read: #{word.scrub("?")}")
    end
  end
end
