# frozen_string_literal: true

require "rails_helper"

RSpec.describe Link::Listener do
  let(:told) { [] }
  let(:listener) { described_class.new({}, StringIO.new) }

  before { allow(listener).to receive(:tell) { |text, **| told << JSON.parse(text) } }
  after { Link::Feed.leave(listener) }

  def shows(*drives)
    wanted = { "layout" => 1, "figures" => [], "every" => 100, "charted" => [] }
    listener.send(:hear, JSON.generate(drives: drives.to_h { |id| [id, wanted] }))
  end

  # Else what happens between its question how a drive stands and its naming of that drive would never be heard of.
  it "says from when on word of its drives comes: at first, and whenever they are others" do
    shows
    shows(7)
    Link::Feed.changed(7, "link")
    shows(7)
    shows(8, 7)
    expect(told).to eq(
      [{ "shown" => [] }, { "shown" => [7] }, { "drive" => 7, "changed" => ["link"] }, { "shown" => [8, 7] }]
    )
  end

  it "takes what is no message of ours for nothing" do
    ["{", "[]", '{"drives":3}'].each { |text| listener.send(:hear, text) }
    expect(told).to eq([])
  end
end
