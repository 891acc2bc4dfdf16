# frozen_string_literal: true

require "spec_helper"

RSpec.describe Gallop::Refusal do
  it "has the kind that it names, else that of its ancestor, and knows no others" do
    known = Class.new(described_class) { kind :not_now }
    expect([described_class.kind, known.new.kind, Class.new(known).kind]).to eq(%i[unacceptable not_now not_now])
    expect { Class.new(described_class) { kind :other } }.to raise_error(ArgumentError, /none of/)
  end
end
