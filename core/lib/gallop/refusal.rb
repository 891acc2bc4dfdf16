# frozen_string_literal: true

module Gallop
  # Something that is not done, with the reason in words for the technician. All refusals descend from it, and each
  # kind of them says what it is: pages, command line and jobs turn that into a status of their own.
  class Refusal < StandardError
    # unreadable: what was asked cannot be made out. not_yours: somebody else may. absent: there is nothing of the
    # kind. not_now: the present state does not allow it. unacceptable: it is understood, and wrong. no_answer: the
    # drive did not answer.
    KINDS = %i[unreadable not_yours absent not_now unacceptable no_answer].freeze

    class << self
      # @return [Symbol] of KINDS; a kind of refusal without one has that of its ancestor
      def kind(name = nil)
        return @kind || superclass.kind if name.nil?
        raise ArgumentError, "#{name} is none of #{KINDS.join(", ")}" unless KINDS.include?(name)
        @kind = name
      end
    end

    kind :unacceptable

    def kind = self.class.kind

    # For whoever is told without more around it.
    def sentence = message
  end
end
