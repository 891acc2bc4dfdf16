# frozen_string_literal: true

require "rails_helper"
require "open3"

RSpec.describe "The commands" do
  def run(*command) = Open3.capture2e(*command, chdir: Rails.root.to_s)

  it "run the paddock faster than real time when asked to", :real_time do
    PaddockProcess.running(speed: 8) do |paddock|
      began = paddock.see("Carriage")["simulated_time"]
      clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      wait_until("sixteen simulated seconds") { paddock.see("Carriage")["simulated_time"] >= began + 16 }
      # It catches up with what a busy host has kept it from.
      expect(16 / (Process.clock_gettime(Process::CLOCK_MONOTONIC) - clock)).to be_between(4, 12)
    end
  end

  it "refuse a faulty rig in one line with the place" do
    Tempfile.create(%w[rig .yml]) do |file|
      file.write(File.read(PaddockProcess::QUICK_RIG).sub("pole_pairs: 5", "pole_pears: 5"))
      file.flush
      output, status = run("bin/paddock", "--rig", file.path, "--port", "0")
      expect(status.exitstatus).to eq(2)
      expect(output.lines.size).to eq(1)
      expect(output).to match(/drives\[0\]\.motor: unknown key “pole_pears”; known are resistance/)
    end
  end

  it "say a busy port in one line" do
    occupant = TCPServer.new("127.0.0.1", 0)
    [%w[bin/demo --port], %w[bin/demo --paddock-port], %w[bin/paddock --port]].each do |command, option|
      output, status = run(command, option, occupant.addr[1].to_s)
      expect(status).not_to be_success
      expect(output.lines.size).to eq(1), output
      expect(output).to match(/taken already/)
    end
  ensure
    occupant&.close
  end

  it "say in one line what is wrong with a rig that the demo shall run" do
    { "nowhere.yml" => /cannot be read/, "package.json" => /no rig file/ }.each do |file, message|
      output, status = run("bin/demo", "--rig", file)
      expect([status.exitstatus, output.lines.size]).to eq([1, 1]), output
      expect(output).to match(message)
    end
  end

  it "refuse a second server process with the reason" do
    output, status =
      Open3.capture2e(
        { "WEB_CONCURRENCY" => "2", "RAILS_ENV" => "test" },
        "bin/rails",
        "runner",
        "1",
        chdir: Rails.root.to_s
      )
    expect(status).not_to be_success
    expect(output).to include("Gallop runs in one process")
  end
end
