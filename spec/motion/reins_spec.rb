# frozen_string_literal: true

require "rails_helper"

RSpec.describe Motion::Reins do
  subject(:reins) { described_class.new }

  it "belong to one tab, and to another only once they are let go" do
    reins.take("first", "Robin")
    expect(reins.holder).to eq("Robin")
    expect(reins).to be_held_by("first")
    expect { reins.take("second", "Kim") }.to raise_error(
      described_class::Held,
      /Robin holds the reins. Taking them over stops the motor first/
    )
    expect(reins.release("second")).to be(false)
    expect(reins.release("first")).to be(true)
    reins.take("second", "Kim")
    expect(reins.holder).to eq("Kim")
  end

  it "may be taken again by the tab that holds them" do
    reins.take("first", "Robin")
    expect { reins.take("first", "Robin") }.not_to raise_error
  end

  it "are fresh as long as their holder gives signs of life, and nobody else" do
    clock = 100.0
    allow(Process).to receive(:clock_gettime).and_wrap_original { |original, *arguments|
      arguments == [Process::CLOCK_MONOTONIC] ? clock : original.call(*arguments)
    }
    reins.take("first", "Robin")
    expect(reins).not_to be_fresh # asking for them is no sign of life
    reins.beat("first")
    clock += 0.44
    expect(reins).to be_fresh
    reins.beat("second")
    clock += 0.02
    expect(reins).not_to be_fresh
    reins.beat("first")
    expect(reins).to be_fresh
  end

  it "are forgotten when their holder has been silent for long" do
    clock = 100.0
    allow(Process).to receive(:clock_gettime).and_wrap_original { |original, *arguments|
      arguments == [Process::CLOCK_MONOTONIC] ? clock : original.call(*arguments)
    }
    reins.take("first", "Robin")
    clock += 10.1
    expect(reins.holder).to be_nil
    expect(reins).not_to be_held_by("first")
    expect { reins.take("second", "Kim") }.not_to raise_error
  end

  it "are never held by a tab that does not say who it is" do
    expect(reins).not_to be_held_by(nil)
  end
end
