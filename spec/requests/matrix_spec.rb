# frozen_string_literal: true

require "rails_helper"

# Every route that changes something, asked by everybody, in every state of a drive, against what is written here by
# hand. Cells that may pass are asked with a body that the act itself then refuses, so that nothing happens.
RSpec.describe "Who may do what", :paddock, type: :request do
  holder = ApiCalls::TAB
  actors = {
    "nobody" => nil,
    "the holder" => holder,
    "another tab" => "another-tab-0123456789",
    "a tab that has lost the reins" => "former-tab-0123456789"
  }

  # act => in which states it is refused, and to whom. all: to everybody; others: to all but the holder.
  never = {}
  held = %i[at_rest armed fault].to_h { |state| [state, :others] }
  refusals = {
    stop: never,
    look: never,
    plan: never,
    throw_switch: never,
    take_reins: never,
    lower_gait: never,
    slow: {
      offline: :all,
      busy: :others,
      **held
    },
    move: {
      offline: :all,
      busy: :others,
      **held
    },
    write: {
      offline: :all,
      busy: :all,
      armed: :others
    },
    store: {
      offline: :all,
      busy: :all,
      armed: :others
    },
    reset_fault: {
      offline: :all,
      at_rest: :all,
      armed: :all,
      busy: :all,
      fault: :others
    },
    link: {
      busy: :all
    },
    unlink: {
      busy: :all,
      **held
    },
    settle: {
      busy: :all
    },
    rename: {
      busy: :all,
      armed: :all
    },
    record: {
      offline: :all
    },
    play: {
      offline: :all,
      busy: :all,
      **held
    },
    prove: {
      offline: :all,
      busy: :all,
      **held
    },
    answer: {
      offline: :all,
      busy: :others,
      **held
    },
    borrow: {
      offline: :all,
      busy: :all,
      armed: :all
    },
    restart: {
      offline: :all,
      busy: :all,
      at_rest: :others,
      armed: :all,
      fault: :others
    },
    replace: {
      busy: :all,
      at_rest: :others,
      armed: :all,
      fault: :others
    },
    remove: {
      busy: :all,
      at_rest: :others,
      armed: :all,
      fault: :others
    }
  }

  # Routes that cannot be asked without doing it, or that end what the others stand on, and why that is fine.
  left_out = {
    "drives#destroy" => "in an example of its own",
    "projects#destroy" => "in an example of its own",
    "links#destroy" => "in an example of its own",
    "links#create" => "does nothing to a drive that is linked"
  }

  routes =
    Rails
      .application
      .routes
      .routes
      .filter_map do |route|
        verb = route.verb
        controller, action = route.defaults.values_at(:controller, :action)
        next if verb.blank? || verb == "GET" || !controller.to_s.start_with?("api/")
        {
          verb: verb.split("|").first.downcase,
          path: route.path.spec.to_s.delete_suffix("(.:format)").delete_prefix("/api"),
          name: "#{controller.delete_prefix("api/")}##{action}",
          controller: "#{controller.camelize}Controller".constantize,
          action: action.to_sym
        }
      end
      .uniq { |route| [route[:name], route[:path]] }

  it "stands in the table for every route that changes something" do
    without = routes.reject { |route| Motion::Authority::TABLE.key?(route[:controller].acts[route[:action]]) }
    expect(without.pluck(:name)).to eq([])
    expect(routes.size).to be > 60
    # Of bodies, not of routes: below
    expect(Motion::Authority::TABLE.keys - refusals.keys).to eq(%i[raise_gait move_house])
  end

  def path_of(route, drive)
    route[:path]
      .gsub(":drive_id", drive.id.to_s)
      .gsub(":project_id", drive.project_id.to_s)
      .gsub(":key", "no.such")
      .gsub(":part", "none")
      .gsub(":name", "Nobody")
      .gsub(":id", route[:path].start_with?("/drives/:id", "/drives/:drive_id/gait") ? drive.id.to_s : "999999")
  end

  def refused?
    return true if response.status == 403
    return false unless response.status == 409
    message.match?(
      /is enabled\. Stop it first|has no fault|Wait until it has ended|is not connected|gives no signs of life/
    )
  end

  # @yield in that state, with the reins in the holder's hand
  def in_state(state)
    drive = state == :offline ? create_drive(@paddock) : commissioned(@paddock)
    return yield drive if state == :offline
    motion = drive.connection.motion
    motion.take("former-tab-0123456789", "Kim")
    motion.take_over(ApiCalls::TAB, "Robin")
    with_signs_of_life(drive.connection) do
      prepare(state, drive, motion)
      yield drive
    end
  ensure
    Undertaking.leave(drive.id, @errand) if @errand
  end

  def prepare(state, drive, motion)
    case state
    when :armed
      motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: [])
      motion.set_point(ApiCalls::TAB, 3000)
    when :fault
      motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: [])
      @paddock.set(drive.name, torque_off_a: false)
      wait_until("the fault") { drive.connection.samples.last.state == :fault }
    when :busy
      @errand = Undertaking::Errand.new("Something is under way.", nil)
      Undertaking.claim(drive.id, @errand)
    end
  end

  def facts(drive) =
    [
      Drive.pluck(:name, :host, :port, :unit, :gait),
      Draft.count,
      WriteBatch.count,
      FirmwareUpdate.count,
      drive.connection&.live&.except("control.word", "diagnosis.refused_count")
    ]

  %i[offline at_rest armed fault busy].each do |state|
    it "is as the table says while a drive is #{state.to_s.tr("_", " ")}", :aggregate_failures do
      in_state(state) do |drive|
        routes
          .reject { |route| left_out.key?(route[:name]) }
          .each do |route|
            act = route[:controller].acts[route[:action]]
            whom =
              (
                if route[:path].include?("drive_id") || route[:path].start_with?("/drives/:id")
                  refusals.fetch(act)[state]
                else
                  nil
                end
              )
            actors.each do |actor, tab|
              expected = whom == :all || (whom == :others && tab != ApiCalls::TAB)
              next if !expected && happens?(route, state, tab)
              api(route[:verb].to_sym, path_of(route, drive), {}, tab: tab)
              expect(response.status).to be < 500,
              "#{actor}, #{state}: #{route[:name]} gave #{response.status} #{response.body.first(200)}"
              expect([actor, route[:name], refused?]).to eq([actor, route[:name], expected]),
              "#{actor}, #{state}: #{route[:name]} (#{act}) gave #{response.status} #{response.body.first(160)}"
            end
          end
        turns_as_before(drive) if state == :armed
      end
    end
  end

  # None of it has touched the motor; if something did, it is said what.
  def turns_as_before(drive)
    wait_until("150 rpm", seconds: 3) { @paddock.see(drive.name)["shaft_speed"].between?(142, 158) }
  rescue RuntimeError
    puts LogbookEntry.order(:id).last(10).pluck(:at, :headline, :detail).map { |row| row.join(" | ") }
    last = drive.connection.samples.to_a.last(40)
    puts last.map { |sample| [sample.at.round(3), sample.state, sample["speed.actual"]] }.inspect
    raise
  end

  # What needs no body would really happen where it may.
  def happens?(route, _state, _tab)
    %w[
      stops#create
      motion#halt
      motion#disable
      motion#enable
      reins#create
      reins#destroy
      stores#create
      restarts#create
      firmware_updates#repeat
      faults#reset
      differences#write_again
      differences#settle
      discoveries#create
      discoveries#destroy
    ].include?(route[:name])
  end

  it "keeps address, drive, project and link of a drive that is enabled, or busy, and everything with them" do
    in_state(:armed) do |drive|
      path = "/drives/#{drive.id}"
      before = facts(drive)
      [
        [:patch, path, { port: 9 }],
        [:patch, path, { unit: 7 }],
        [:patch, path, { host: "127.0.0.9" }],
        [:patch, path, { name: "Other" }],
        [:delete, path],
        [:delete, "/projects/#{drive.project_id}"],
        [:post, "#{path}/replacement", { host: "127.0.0.1", port: @paddock.port("Web feed") }],
        [:post, "#{path}/restart"],
        [:post, "#{path}/restores", { key: "storage.restore" }],
        [:post, "#{path}/faults/reset"]
      ].each do |verb, at, body|
        actors.each_value do |tab|
          api(verb, at, body, tab: tab)
          expect([verb, at, body, response.status]).to match([verb, at, body, be_in([403, 409])])
        end
      end
      api(:delete, "#{path}/link", {}, tab: "another-tab-0123456789")
      expect(response.status).to eq(403)
      expect(facts(drive.reload)).to eq(before)
      wait_until("walk") { (@paddock.shaft_speed("Carriage") - 150).abs < 8 }
    end
  end

  it "takes reins and a yes to raise the gait, and neither to lower it" do
    in_state(:armed) do |drive|
      path = "/drives/#{drive.id}/gait"
      api(:put, path, { gait: "trot", confirm: true }, tab: "another-tab-0123456789")
      expect(response.status).to eq(403)
      api(:put, path, { gait: "trot" })
      expect(response.status).to eq(400)
      api(:put, path, { gait: "trot", confirm: true })
      expect(response.status).to eq(200)
      api(:put, path, { gait: "walk" }, tab: nil)
      expect([response.status, drive.reload.gait, drive.connection.motion.gait.name]).to eq([200, "walk", "walk"])
    end
  end

  it "stops a batch where somebody enables the motor, cleanly, and lets it be resumed by who may" do
    drive = commissioned(@paddock)
    keys = %w[cells.cell moves.position moves.speed moves.dwell].flat_map { |name| (1..8).map { |n| "#{name}_#{n}" } }
    drive.draft_all(keys.to_h { |key| [key, 42] })
    motion = drive.connection.motion
    motion.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(drive.connection) do
      count = 0
      allow_any_instance_of(Wire::Device).to receive(:write).and_wrap_original do |original, key, raw|
        Thread.new { motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: []) } if (count += 1) == 12
        original.call(key, raw)
      end
      batch = api(:post, "/drives/#{drive.id}/batches", { keys: keys }, tab: "another-tab-0123456789")
      expect(batch).to include("state" => "interrupted", "message" => "Robin holds the reins of Carriage.")
      sent = WriteBatch.last.lines.partition { |line| line.state == "confirmed" }
      expect(sent.first.size).to be_between(8, 31)
      expect(sent.last.map(&:state).uniq).to eq(["pending"])
      api(:post, "/drives/#{drive.id}/batches/#{batch["id"]}/resume", {}, tab: "another-tab-0123456789")
      expect(response.status).to eq(403)
      wait_until("armed") { motion.armed? }
      expect(api(:post, "/drives/#{drive.id}/batches/#{batch["id"]}/resume", {})).to include("state" => "done")
    end
  end

  it "writes hazards only with a yes to each, by whatever way they come" do
    drive = commissioned(@paddock)
    path = "/drives/#{drive.id}"
    hazard = { "power_up.enable" => 1 }
    drive.draft_all(hazard.merge("ramps.acceleration" => 1234))
    api(:post, "#{path}/batches", { keys: %w[power_up.enable ramps.acceleration] })
    expect([response.status, JSON.parse(response.body).dig("error", "hazards").pluck("key")]).to eq(
      [409, ["power_up.enable"]]
    )
    api(:post, "#{path}/batches", { keys: %w[power_up.enable ramps.acceleration], hazards: ["power_up.speed"] })
    expect(response.status).to eq(409)
    drive.update!(differences: [{ "key" => "power_up.enable", "project" => 1, "why" => "restart" }])
    drive.drafts.delete_all
    api(:post, "#{path}/differences/write_again")
    expect([response.status, drive.drafts.count, drive.reload.differences.size]).to eq([409, 0, 1])
    expect(api(:post, "#{path}/differences/write_again", { hazards: ["power_up.enable"] })).to include(
      "state" => "done"
    )
    batch = drive.write_batches.last
    drive.draft_all({ "power_up.enable" => 0 })
    api(:post, "#{path}/batches", { keys: ["power_up.enable"] })
    drive.write_batches.last.update!(state: "interrupted")
    api(:post, "#{path}/batches/#{drive.write_batches.last.id}/undo")
    expect([response.status, drive.connection.live["power_up.enable"], batch.state]).to eq([409, 0, "done"])
  end

  RSpec::Matchers.define(:be_in) { |list| match { |item| list.include?(item) } }
end
