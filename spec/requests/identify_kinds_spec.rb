# frozen_string_literal: true

require "rails_helper"

# From the works to identified, over the API: facts, the sequence of tests with what was found written on the way, and a
# motor that turns smoothly with it. All kinds of the demo in the nights; by day
# spec/system/identify_machines_spec.rb does it with the frequency drive, through the page.
RSpec.describe "Identifying each kind of motor", type: :request do
  kinds =
    {
      "saltgrass" => ["Carriage", "Head lift", "Web feed", "Squeegee", "Roll tug"],
      "dyehouse" => ["Dye pump", "Doser"]
    }.flat_map { |rig, drives| drives.map { |drive| [rig, drive] } }
  kinds = [] unless Chance.long? || ENV["GALLOP_KIND"]
  kinds = kinds.select { |_, drive| drive == ENV["GALLOP_KIND"] } if ENV["GALLOP_KIND"]

  def path = "/drives/#{@drive.id}"

  # Tests one after the other, from the first that is left, with what fits written on the way.
  # @return [Hash] the sequence, when it has ended
  def go_on
    asked = api(:get, "#{path}/sequence")
    figures = asked["asked"].to_h { |one| [one["name"], one["usual"]] }
    begun = api(:post, "#{path}/sequence", { eyes: asked["eyes"].pluck("id"), taking: true, **figures })
    expect(response.status).to eq(201), begun.inspect
    wait_until("the end of the sequence", seconds: 300) { Proving::Sequence.of(@drive.id).nil? }
    api(:get, "#{path}/sequence")
  end

  # Until nothing is left; a restart is what nobody does unasked.
  def identify
    3.times do
      ended = go_on
      return if ended["left"].zero?
      expect(ended["last_words"]).to include("must be restarted")
      restart_if_asked
    end
  ensure
    puts LogbookEntry.where(kind: "test").order(:id).map { |line| "#{line.headline} | #{line.detail}" } if told?
  end

  def told? = Chance.long? || ENV["GALLOP_KIND"]

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
        with_signs_of_life(@drive.connection) { identify }
        expect(@drive.reload.course.find { |stage| stage.id == "identify" }.state).to eq("proven")
        smooth(api(:get, "#{path}/tests").filter_map { |test| test["proof"] }.reverse.find { |proof| ripples?(proof) })
      end
    end
  end

  def ripples?(proof) = proof["rows"].any? { |row| row["label"].start_with?("Ripple at") }

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
