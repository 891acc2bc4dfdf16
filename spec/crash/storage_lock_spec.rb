# frozen_string_literal: true

require "rails_helper"
require "open3"

# One storage has one server, and nobody prepares or deletes it under that one.
RSpec.describe StorageLock do
  around { |example| Dir.mktmpdir { |directory| @path = File.join(directory, "gallop.sqlite3") and example.run } }

  it "is held by one, and free again when that one ends, however it ends" do
    pid =
      fork do
        described_class.new(@path).hold
        sleep
      end
    wait_until("the lock") { File.size?("#{@path}.lock") }
    expect { described_class.new(@path).hold }.to raise_error(described_class::Taken, /is in use by process #{pid}/)
    expect { described_class.refuse_taken(@path) }.to raise_error(described_class::Taken)
    Process.kill("KILL", pid)
    Process.wait(pid)
    expect { described_class.refuse_taken(@path) }.not_to raise_error
    described_class.new(@path).hold
  end

  it "keeps a second server, and bin/demo --fresh, from a storage that is served" do
    PaddockProcess.running do |paddock|
      ServerProcess.running(paddock) do |server|
        output, status =
          Open3.capture2e(
            server.environment.merge("PORT" => "0"),
            "bundle",
            "exec",
            "puma",
            "-C",
            "config/puma.rb",
            chdir: Rails.root.to_s
          )
        expect([status.success?, output]).to match([false, /cannot start: .* is in use by process #{server.pid}/])
        expect(server.get("/projects").size).to eq(1)
      end
    end
  end

  it "is asked by bin/demo before it deletes anything" do
    database = Rails.root.join("storage/gallop.sqlite3").to_s
    lock = described_class.new(database)
    lock.hold
    before = File.exist?(database) && File.size(database)
    output, status = Open3.capture2e(Rails.root.join("bin/demo").to_s, "--fresh", "--port", "0")
    expect([status.exitstatus, output.lines.size, output]).to match([1, 1, /is in use by process #{Process.pid}/])
    expect(File.exist?(database) && File.size(database)).to eq(before)
  ensure
    lock.release
  end
end
