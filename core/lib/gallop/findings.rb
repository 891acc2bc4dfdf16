# frozen_string_literal: true

module Gallop
  # How a rule says what it noticed:
  #
  #   caution "gearbox_too_fast", "3 400 rpm at the gearbox; it permits 3 000 rpm",
  #           because: "It overheats and loses its seals.", so: "At most 2 640 rpm at the load.", facts: %w[top_speed]
  module Findings
    private

    def blocker(id, headline, **rest) = finding(:blocker, id, headline, **rest)
    def caution(id, headline, **rest) = finding(:caution, id, headline, **rest)
    def note(id, headline, **rest) = finding(:note, id, headline, **rest)

    # @param because [String] why it matters @param so [String, nil] what to do
    # @param facts [Array<String>], values [Array<String>] on which it rests
    # @param change [Array, nil] a fact and the figure that would help
    def finding(severity, id, headline, because:, so: nil, facts: [], values: [], change: nil)
      Finding.new(
        id: id,
        severity: severity,
        headline: headline,
        because: because,
        so: so,
        facts: facts.map(&:to_s),
        values: values,
        change: change
      )
    end
  end
end
