# frozen_string_literal: true

require "rails_helper"

RSpec.describe "Before power", :paddock, type: :request do
  include DriveFactory
  include ApiCalls

  let(:drive) { commissioned(@paddock, "Web feed") }
  let(:path) { "/drives/#{drive.id}/before_power" }

  def seen(answer) = answer["lines"].to_h { |line| [line["id"], line["seen_by"]] }
  def need = Proving::Needs.new(drive.reload, ApiCalls::TAB).all.find { |one| one.id == "before_power" }

  it "is ticked by name, and unticked" do
    expect(seen(api(:get, path)).values.uniq).to eq([nil])
    expect(seen(api(:put, "#{path}/earth"))["earth"]).to eq("Robin")
    expect(LogbookEntry.order(:id).last.headline).to eq("Looked at before power: Earth")
    expect(seen(api(:delete, "#{path}/earth"))["earth"]).to be_nil
  end

  it "takes no tick without a name, and none for what is not asked" do
    api(:put, "#{path}/earth", name: "")
    expect([response.status, message]).to match([422, /Give your name first/])
    api(:put, "#{path}/moon")
    expect([response.status, message]).to match([422, /nothing “moon”/])
    expect(PowerCheck.count).to eq(0)
  end

  it "lets a tick fall as soon as something else is to be seen" do
    expect(seen(api(:put, "#{path}/supply"))["supply"]).to eq("Robin")
    StageFacts.named("power").new(drive.reload).keep("mains_voltage" => "415")
    expect(seen(api(:get, path))["supply"]).to be_nil
  end

  it "is asked for by the first enabling, whoever asks, and by no later one" do
    drive.update_columns(first_enabled_at: nil)
    expect(need.state).to start_with("6 of 6 not looked at yet: supply, motor, earth")
    api(:post, "/drives/#{drive.id}/reins", {})
    enable = -> do
      with_signs_of_life(drive.connection) { api(:post, "/drives/#{drive.id}/motion/enable", {}) }
      response.status
    end
    expect([enable.call, message]).to match([409, /not looked at yet/])
    seen(api(:get, path)).each_key { |id| api(:put, "#{path}/#{id}") }
    expect([api(:get, path)["due"], enable.call]).to eq([false, 200])
    api(:delete, "#{path}/earth")
    expect([need.met, drive.reload.first_enabled_at]).to match([true, be_within(30).of(Time.current)])
  end
end
