# frozen_string_literal: true

require "rails_helper"

RSpec.describe Link::Clerk do
  subject(:clerk) { described_class.new }

  it "writes down in order, on a thread of its own, and can be waited for" do
    done = []
    5.times { |n| clerk.note { done << [n, Thread.current == Thread.main] } }
    clerk.catch_up
    expect(done).to eq((0..4).map { |n| [n, false] })
    clerk.close
  end

  it "goes on after an error, and reports it" do
    allow(Rails.error).to receive(:report)
    done = []
    clerk.note { raise ArgumentError, "torn page" }
    clerk.note { done << :next }
    clerk.catch_up
    expect(done).to eq([:next])
    expect(Rails.error).to have_received(:report).with(an_instance_of(ArgumentError), handled: true)
    clerk.close
  end

  it "finishes what is left when it closes, and lets nobody wait for ever afterwards" do
    done = []
    3.times { |n| clerk.note { done << n } }
    clerk.close
    expect(done).to eq([0, 1, 2])
    expect { clerk.note { done << 3 } }.not_to raise_error
    clerk.catch_up
    expect(done).to eq([0, 1, 2])
  end
end
