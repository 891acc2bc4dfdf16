# frozen_string_literal: true

module Gallop
  module Identify
    # What a procedure found. @!attribute headline [String] a sentence @!attribute rows [Array<Array(String, String)>]
    # label and text @!attribute estimates [Array<Estimate>] in the units of their settings @!attribute take
    # [Instrument::Take, nil] what was recorded @!attribute chart [Chart, nil] what is worth being drawn @!attribute
    # figures [Hash{Symbol => Float}] SI, for whoever goes on from here
    Result = Record.define(:headline, rows: [], findings: [], estimates: [], take: nil, chart: nil, figures: {})
  end
end
