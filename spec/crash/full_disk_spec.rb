# frozen_string_literal: true

require "rails_helper"

# The database takes nothing: motors are stopped and moved all the same, what cannot be kept is said, and what was
# under way can be carried on without a restart.
RSpec.describe "A disk that takes nothing", :paddock, type: :request do
  after { ReadOnly.set(false) }

  let(:drive) { commissioned(@paddock) }
  let(:path) { "/drives/#{drive.id}" }
  let(:connection) { drive.connection }

  def keys = %w[cells.cell moves.position moves.speed moves.dwell].flat_map { |name| (1..8).map { |n| "#{name}_#{n}" } }

  it "does not keep a motor from being moved and stopped, and its story is written when there is room" do
    drive
    api(:post, "#{path}/reins")
    with_signs_of_life(connection) do
      ReadOnly.set(true)
      [["enable", {}], ["set_point", { speed: 3000 }], ["halt", {}]].each do |command, body|
        api(:post, "#{path}/motion/#{command}", body)
        expect([command, response.status, message_or_nil]).to eq([command, 200, nil])
      end
      api(:post, "#{path}/motion/set_point", { speed: 3000 })
      wait_until("turning") { @paddock.shaft_speed("Carriage") > 100 }
      api(:post, "/stop")
      expect(response.status).to eq(200)
      expect(JSON.parse(response.body)["stopped"]).to eq(["Carriage"])
      expect(@paddock.seconds_to_rest("Carriage")).to be < 1
    end
    ReadOnly.set(false)
    wait_until("the logbook") { (%w[Enabled STOP] - LogbookEntry.pluck(:headline)).empty? }
  end

  def message_or_nil = JSON.parse(response.body)["error"]&.fetch("message")

  it "is said, with what was not kept, and changes nothing" do
    drive
    ReadOnly.during do
      {
        [:put, "#{path}/motor"] => {
          facts: {
            rated_current: "2.5"
          }
        },
        [:put, "#{path}/values/ramps.acceleration"] => {
          value: "100"
        },
        [:post, "/projects"] => {
          name: "New"
        },
        [:post, "#{path}/snapshots"] => {
          name: "x"
        },
        [:patch, path] => {
          name: "Other"
        },
        [:post, "#{path}/batches"] => {
          keys: []
        }
      }.each do |(verb, at), body|
        api(verb, at, body)
        next expect(response.status).to eq(400) if body[:keys]
        expect([at, response.status, message]).to match(
          [at, 507, /cannot be written: it is read-only\. Nothing of this was kept/]
        )
      end
    end
    expect([drive.reload.name, Snapshot.count, Draft.count]).to eq(["Carriage", 0, 0])
    api(:patch, path, { name: "Other" })
    expect(response.status).to eq(200)
  end

  it "interrupts a batch, which can be resumed as soon as there is room, without a restart" do
    drive.draft_all(keys.to_h { |key| [key, 42] })
    count = 0
    allow_any_instance_of(Wire::Device).to receive(:write).and_wrap_original do |original, key, raw|
      ReadOnly.set(true) if (count += 1) == 25
      original.call(key, raw)
    end
    api(:post, "#{path}/batches", { keys: keys })
    expect(response.status).to eq(507)
    expect(api(:get, "#{path}/tray")["batch"]).to include("state" => "interrupted")
    api(:post, "#{path}/batches", { keys: Draft.last(3).pluck(:key) })
    expect([response.status, message]).to match([507, /read-only/])
    ReadOnly.set(false)
    batch = api(:get, "#{path}/tray")["batch"]
    expect(batch).to include("state" => "interrupted", "confirmed" => 20)
    expect(api(:post, "#{path}/batches/#{batch["id"]}/resume")).to include("state" => "done", "confirmed" => 32)
    expect(connection.ask { |wire| wire.read(keys.map { |key| wire.profile.fetch(key) }) }.values.uniq).to eq([42])
  end

  it "does not cut a firmware update short, and does not leave it running" do
    drive
    image = File.binread(File.join(Rigs.firmware, "haflinger-1.1.0.gpi"))
    # in the very moment: a transfer may be over before anybody has looked twice
    filled = false
    allow_any_instance_of(FirmwareUpdate).to receive(:advance).and_wrap_original do |original, step, share|
      original.call(step, share)
      ReadOnly.set(filled = true) if step == "transfer" && !filled
    end
    update = FirmwareUpdate.begin(drive, "x.gpi", image)
    wait_until("its end", seconds: 30) { drive.undertaking.nil? }
    expect(update.reload.standing).to eq("interrupted")
    expect(api(:get, "#{path}/firmware")["update"]).to include("state" => "interrupted")
    ReadOnly.set(false)
    drive.connect unless drive.reload.connection
    wait_until("online", seconds: 20) { drive.online? }
    api(:post, "#{path}/firmware/repeat")
    expect(response.status).to eq(201)
    wait_until("its end", seconds: 30) do
      FirmwareUpdate.last.state == "done" && drive.undertaking.nil? && drive.online?
    end
  end

  it "leaves no secret behind that keeps the next start from happening" do
    Dir.mktmpdir do |directory|
      file = File.join(directory, "secret_key_base")
      File.write(file, "")
      expect(SecretFile.read(file).length).to eq(128)
      expect(SecretFile.read(file)).to eq(File.read(file))
      expect(File.stat(file).mode & 0o777).to eq(0o600)
      allow(File).to receive(:write).and_raise(Errno::ENOSPC)
      expect { SecretFile.read(File.join(directory, "other")) }.to raise_error(SystemExit).and output(
              /cannot be written/
            ).to_stderr
      expect(Dir.children(directory)).to eq(["secret_key_base"])
    end
  end
end
