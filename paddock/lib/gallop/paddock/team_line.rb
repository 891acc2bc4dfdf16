# frozen_string_literal: true

module Gallop
  module Paddock
    # The line between the drives of one machine: what one says, the others hear, as long as both hang on it.
    class TeamLine
      # At one drive. @!attribute plugged [Boolean] @!attribute word [Gallop::Terminals::Team::Word, nil] said last
      class End
        def initialize(line)
          @line = line
          @plugged = true
        end

        attr_accessor :plugged, :word

        # @return [Array<Gallop::Terminals::Team::Word>] the last ones of the others
        def heard = @plugged ? @line.words_but(self) : []
      end

      def initialize
        @ends = []
      end

      # @return [End] of one more drive
      def join = End.new(self).tap { |one| @ends.push(one) }
      def words_but(listener) = @ends.filter_map { |one| one.word if one.plugged && !one.equal?(listener) }
    end
  end
end
