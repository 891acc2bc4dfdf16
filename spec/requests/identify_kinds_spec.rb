# frozen_string_literal: true

require "rails_helper"

# From the works to identified, over the API: facts, sequence of tests, what was found taken, and a motor that turns
# smoothly with it. All kinds of the demo in the nights, one by chance in the daily run.
RSpec.describe "Identifying each kind of motor", type: :request do
  kinds =
    {
      "saltgrass" => ["Carriage", "Head lift", "Web feed", "Squeegee", "Roll tug"],
      "dyehouse" => ["Dye pump", "Doser"]
    }.flat_map { |rig, drives| drives.map { |drive| [rig, drive] } }
  kinds = kinds.sample(1, random: Random.new(Chance::SEED)) unless Chance.long? || ENV["GALLOP_KIND"]
  kinds = kinds.select { |_, drive| drive == ENV["GALLOP_KIND"] } if ENV["GALLOP_KIND"]

  def path = "/drives/#{@drive.id}"

  def run(id)
    test = api(:get, "#{path}/tests").find { |one| one["id"] == id }
    unmet = test["needs"].reject { |need| need["met"] }
    expect(unmet).to be_empty, "#{id}: #{unmet}"
    figures = test["asked"].to_h { |asked| [asked["name"], asked["usual"]] }
    begun = api(:post, "#{path}/runs", { test: id, eyes: test["eyes"].pluck("id"), **figures })
    expect(response.status).to eq(201), begun.inspect
    wait_until("the end of #{id}", seconds: 120) { Run.find(begun["id"]).standing != "running" }
    api(:get, "#{path}/runs/#{begun["id"]}").tap do |view|
      expect([id, view["state"], view["message"]]).to eq([id, "done", view["message"]])
      puts "#{@drive.name}, #{id}: #{view["proof"]["headline"]}" if Chance.long? || ENV["GALLOP_KIND"]
    end
  end

  def tests
    Gallop::Tests.of("identify").select { |row| !row.optional && row.fits?(@drive.profile, @drive.has) }.map(&:id)
  end

  # What was found and is not unusual; a commutation offset with its yes.
  def take_suggested
    rows = api(:get, "#{path}/measured").select { |row| row["suggested"] && !row["taken"] }
    return if rows.empty?
    api(:post, "#{path}/measured/take", { keys: rows.pluck("key") })
    api(:post, "#{path}/batches", { keys: rows.pluck("key"), hazards: rows.pluck("key") })
    expect(response.status).to be < 300, response.body
    wait_until("the values in the drive") { @drive.reload.drafts.empty? }
    restart_if_asked
  end

  def restart_if_asked
    return unless @drive.connection.samples.last.inhibits.anybits?(4)
    @drive.store
    @drive.restart
    wait_until("#{@drive.name} ready", seconds: 20) { @drive.reload.online? && ready_again? }
  end

  def ready_again? = @drive.connection.samples.last.inhibits.zero?

  kinds.each do |rig, name|
    it "brings #{name} from the works to identified, and turns it smoothly" do
      facts = YAML.safe_load_file(Rails.root.join("spec/fixtures/#{rig}_facts.yml")).fetch(name)
      PaddockProcess.running(rig: Rails.root.join("paddock/rigs/#{rig}.yml").to_s) do |paddock|
        @drive = complete(connect(create_drive(paddock, name)), facts)
        @drive.update!(gait: "canter")
        @drive.connection.motion.take(ApiCalls::TAB, "Robin")
        with_signs_of_life(@drive.connection) do
          tests.each do |id|
            run(id)
            take_suggested
          end
        end
        smooth(api(:get, "#{path}/tests").find { |test| test["id"] == tests.last }["proof"])
      end
    end
  end

  def smooth(proof)
    ripples =
      proof["rows"]
        .select { |row| row["label"].start_with?("Ripple at") }
        .map { |row| row["text"].scan(/(\d+(?:\.\d+)?) ?%/).flatten.map(&:to_f) }
    expect(ripples.size).to be >= 2
    speed, current = ripples.last
    expect(speed).to be < 5
    expect(current).to be < 15
  end
end
