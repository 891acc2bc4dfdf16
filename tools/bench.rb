# frozen_string_literal: true

require "ferrum"
require_relative "../spec/support/waiting"
require_relative "../spec/support/paddock_process"
require_relative "../spec/support/server_process"
require_relative "../spec/support/drive_factory"

# bin/bench: figures of speed, each with how it was measured.
class Bench
  include Waiting
  include DriveFactory

  POLE_PAIRS = { "Carriage" => 5, "Web feed" => 2, "Roll tug" => 4 }.freeze # a linear motor has a pitch, as it comes
  FACTS = YAML.safe_load_file(Rails.root.join("spec/fixtures/saltgrass_facts.yml")).freeze
  OTHER_FACTS = YAML.safe_load_file(Rails.root.join("spec/fixtures/dyehouse_facts.yml")).freeze
  RIG = Rails.root.join("paddock/rigs/saltgrass.yml").to_s
  RIGS = [RIG, Rails.root.join("paddock/rigs/dyehouse.yml").to_s].freeze

  def run
    simulation
    PaddockProcess.running(rig: RIG, row: true) do |paddock|
      @paddock = paddock
      load_of_paddock
      over_the_wire
      consequences
      at_the_browser
    end
  ensure
    Link::Registry.close_all
    Project.destroy_all
  end

  # From a contact that is thrown to its lamp in the page, and how quickly it is foreseen what contacts do; all drives
  # of the demo rack are polled meanwhile.
  def terminals
    PaddockProcess.running(rig: RIG, row: true) do |paddock|
      @paddock = paddock
      ServerProcess.running(paddock) { |server| with_browser { |browser| measure_terminals(browser, server) } }
    end
  end

  private

  def report(what, figure, note = "") = puts(format("%-46s %14s  %s", what, figure, note))

  def seconds
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end

  def quantile(times, share) = times.sort[(times.size * share).ceil - 1]
  def ms(time) = format("%.1f ms", time * 1000)

  # All families enabled and turning: the stage at its full rate.
  def simulation
    RIGS
      .flat_map { |rig| Gallop::Paddock::Rig.load(rig).build }
      .uniq { |stand_in| stand_in.profile.family }
      .each do |stand_in|
        3000.times { stand_in.advance(0.001) }
        set(stand_in, "motor.pole_pairs", POLE_PAIRS.fetch(stand_in.name)) if POLE_PAIRS.key?(stand_in.name)
        [6, 7, 15].each { |word| set(stand_in, "control.word", word) }
        set(stand_in, "speed.target", 300)
        1000.times { stand_in.advance(0.001) }
        time = seconds { 2000.times { stand_in.advance(0.001) } }
        report(
          "simulated seconds a second, #{stand_in.profile.family}",
          format("%.1f", 2 / time),
          "turning, #{stand_in.firmware.rate} Hz, " \
            "#{RubyVM.const_defined?(:YJIT) && RubyVM::YJIT.enabled? ? "YJIT" : "no YJIT"}"
        )
      end
  end

  def set(stand_in, key, figure)
    entry = stand_in.profile.fetch(key)
    stand_in.firmware.write(entry, entry.raw(figure))
  end

  # Processor time of the paddock process while all drives turn.
  def load_of_paddock
    @drives = FACTS.map { |name, facts| complete(connect(create_drive(@paddock, name)), facts) }
    @drives.each { |drive| enable_directly(drive) }
    before = processor_time
    time = seconds { sleep 5 }
    report(
      "share of a core, all six drives turning",
      format("%.1f %%", (processor_time - before) / time * 100),
      "paddock process, real time, polled"
    )
    @drives.each { |drive| drive.connection.motion.stop }
    wait_until("all at rest", seconds: 10) { @drives.none? { |drive| drive.connection.samples.last.enabled? } }
  end

  def enable_directly(drive)
    drive.connection.ask do |wire|
      [6, 7, 15].each { |word| wire.write("control.word", word) }
      wire.write("speed.target", wire.profile.fetch("speed.target").raw(600))
    end
  end

  def processor_time
    fields = File.read("/proc/#{@paddock.pid}/stat").split(") ").last.split
    (fields[11].to_i + fields[12].to_i) / 100.0
  end

  def over_the_wire
    drive = @drives.first
    reads = Array.new(20) { seconds { drive.connection.ask { |wire| wire.read_all && wire.read_stored } } }
    report(
      "reading all #{drive.profile.entries.size} values",
      ms(quantile(reads, 0.5)),
      "median of 20, live and stored memory"
    )
    report(
      "writing 200 changed values",
      ms(write_many(drive, 200)),
      "#{drive.profile.family}, journalled, each read back over the wire"
    )
    images(drive)
    stops = Array.new(15) { stop_latency(drive) }
    report("stop, call to Controlword in the drive", ms(quantile(stops, 0.5)), "median of 15, longest #{ms(stops.max)}")
  end

  def write_many(drive, count)
    settings =
      drive
        .profile
        .settings
        .reject { |entry| entry.text? || entry.choices.any? || entry.grid || entry.hazard }
        .last(count)
    drive.draft_all(settings.to_h { |entry| [entry.key, neighbour(entry, drive.live_values[entry.key])] })
    keys = drive.drafts.reload.pluck(:key)
    raise "#{keys.size} values are drafted, not #{count}" unless keys.size == count
    batch = nil
    seconds { batch = WriteBatch.prepare(drive, keys).run }.tap { raise batch.message unless batch.state == "done" }
  end

  def neighbour(entry, raw) = entry.raw_range.cover?(raw + 1) ? raw + 1 : raw - 1

  # Files of all settings of a drive: written, read and held against the drive.
  def images(drive)
    %w[dcf csv json].each do |format|
      text = Gallop::Files.write(format, drive.profile, drive.live_settings)
      time =
        seconds do
          Gallop::Files::Review.new(
            drive.profile,
            Gallop::Files.read("x.#{format}", text.b),
            current: drive.live_settings
          ).lines
        end
      report(
        "reading and reviewing #{drive.live_settings.size} settings, #{format}",
        ms(time),
        "#{text.bytesize / 1024} KiB, core alone"
      )
    end
  end

  # Motion::Control#stop returns when the drive has taken the word.
  def stop_latency(drive) = seconds { drive.connection.motion.stop }

  # What the server does for one key: the facts of a machine over those that are kept, all that follows, and its JSON.
  def consequences
    drives = @drives + offline_drives
    Gallop::Stages
      .of_facts
      .map(&:id)
      .each do |stage|
        times =
          drives.flat_map do |drive|
            Array.new(100) do
              seconds do
                FactStageSerializer.new(StageFacts.named(stage).new(Drive.find(drive.id), { "x" => "1" })).to_h
              end
            end
          end
        report(
          "answer to typing at the server, #{stage}",
          ms(quantile(times, 0.95)),
          "95th percentile of #{times.size}, all families, database and JSON included"
        )
      end
  end

  # Of the families that are not in the demo rack, with all their facts.
  def offline_drives
    OTHER_FACTS.map do |name, facts|
      family = YAML.safe_load_file(RIGS.last)["drives"].find { |drive| drive["name"] == name }["family"]
      create_drive(nil, name).tap do |drive|
        drive.update!(family: family)
        facts.each { |stage, texts| StageFacts.named(stage).new(drive.reload).keep(texts) }
      end
    end
  end

  # A real server and browser: how often live figures arrive, and how quickly typing is answered.
  def at_the_browser
    Link::Registry.close_all
    ServerProcess.running(@paddock) { |server| with_browser { |browser| measure_browser(browser, server) } }
  end

  def with_browser
    browser =
      Ferrum::Browser.new(
        browser_path: ENV.fetch("CHROMIUM", "/usr/bin/chromium"),
        window_size: [1280, 800],
        timeout: 20,
        process_timeout: 30,
        browser_options: {
          "no-sandbox" => nil,
          "disable-gpu" => nil,
          "disable-quic" => nil,
          "disable-background-networking" => nil
        }
      )
    yield browser
  ensure
    browser&.quit
  end

  # @return [Array<Integer>] ids of the drives
  def connect_all(browser, server)
    browser.go_to(server.url)
    ids = server.get("/projects/1")["drives"].map { |drive| drive["id"] }
    ids.each { |id| browser.evaluate_async(call, 5, "POST", "/api/drives/#{id}/link", "{}") }
    wait_until("all online", seconds: 15) do
      ids.all? { |id| server.get("/drives/#{id}").dig("link", "state") == "online" }
    end
    ids
  end

  EDGES = 60

  def measure_terminals(browser, server)
    ids = connect_all(browser, server)
    id = server.get("/projects/1")["drives"].find { |drive| drive["name"] == "Web feed" }["id"]
    browser.go_to("#{server.url}/projects/1/drives/#{id}/terminals")
    wait_until("the strip") { browser.at_css("[data-terminal=D1][data-on='0']") }
    times = Array.new(EDGES) { |n| edge(browser, n.even?) }
    report(
      "contact to lamp in the browser",
      ms(quantile(times, 0.5)),
      "median of #{EDGES}, 95 % within #{ms(quantile(times, 0.95))}; #{ids.size} drives polled, 5 ms of debouncing"
    )
    body = { steps: [0, 1, 3, 1, 0], volts_1: 5.0, volts_2: 0.0 }.to_json
    path = "/api/drives/#{id}/terminals/foresee"
    answers = Array.new(40) { browser.evaluate_async(TIMED, 5, path, body) / 1000.0 }
    report("what contacts would do, foreseen", ms(quantile(answers, 0.95)), "95th percentile of 40, browser to browser")
  end

  # By the one clock of this machine. @return [Float] s
  def edge(browser, on)
    sleep rand(0.2..0.4)
    browser.evaluate(WATCHED)
    began = Time.now.to_f
    @paddock.set("Web feed", input_1: on)
    wait_until("the lamp") { browser.evaluate("window.seenAt") }
    browser.evaluate("window.seenAt") / 1000.0 - began
  end

  WATCHED = <<~JS
    (() => {
      window.seenAt = null;
      const tile = document.querySelector("[data-terminal=D1]");
      const see = (_, observer) => {
        window.seenAt = performance.timeOrigin + performance.now();
        observer.disconnect();
      };
      new MutationObserver(see).observe(tile, { attributes: true, attributeFilter: ["data-on"] });
    })()
  JS

  def measure_browser(browser, server)
    ids = connect_all(browser, server)
    browser.go_to("#{server.url}/projects/1/drives/#{ids.first}/verify")
    wait_until("live figures") { browser.at_css("[data-live='bus.voltage']")&.text&.match?(/\d/) }
    browser
      .evaluate_async(COUNT_FRAMES, 15)
      .each do |id, rate|
        report("live figures at the browser, drive #{id}", format("%.1f Hz", rate), "counted in the page over 5 s")
      end
    body = { facts: DriveFactory::CARRIAGE }.to_json
    times = Array.new(40) { browser.evaluate_async(TIMED, 5, "/api/drives/#{ids.first}/motor/compute", body) / 1000.0 }
    report(
      "answer to typing, browser to browser",
      ms(quantile(times, 0.95)),
      "95th percentile of 40, all drives polled"
    )
    values_view(browser, server, ids.first)
  end

  # From the click or key to the changed list in the page.
  def values_view(browser, server, id)
    browser.go_to("#{server.url}/projects/1/drives/#{id}/values")
    wait_until("the values") { browser.css("[data-value]").size > 10 }
    filters = Array.new(20) { browser.evaluate_async(FILTERED, 5) / 1000.0 }
    report("values view, filter", ms(quantile(filters, 0.95)), "95th percentile of 20, click to changed list")
    words =
      %w[accel ramp brake 6083 speed pole notch limit node baud].map do |word|
        browser.evaluate_async(SEARCHED, 5, word) / 1000.0
      end
    report("values view, search", ms(quantile(words, 0.95)), "longest of 10 words, key to changed list")
  end

  FILTERED = <<~JS
    const [done] = arguments;
    const shown = document.querySelector("[data-shown]"), began = performance.now();
    new MutationObserver((_, observer) => { observer.disconnect(); done(performance.now() - began); }).observe(shown, { characterData: true, subtree: true, childList: true });
    [...document.querySelectorAll("[aria-label=Filters] button")][0].click();
  JS

  SEARCHED = <<~JS
    const [word, done] = arguments;
    const field = document.querySelector("input[aria-label='Find a value']"), shown = document.querySelector("[data-shown]"), began = performance.now();
    new MutationObserver((_, observer) => { observer.disconnect(); done(performance.now() - began); }).observe(shown, { characterData: true, subtree: true, childList: true });
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(field, word);
    field.dispatchEvent(new Event("input", { bubbles: true }));
  JS

  def call
    "const [method, path, body, done] = arguments; fetch(path, { method, body, headers: { 'content-type': " \
      "'application/json', 'X-CSRF-Token': document.querySelector('meta[name=csrf-token]').content } }).then(() => " \
      "done(true));"
  end

  TIMED = <<~JS
    const [path, body, done] = arguments;
    const began = performance.now();
    fetch(path, { method: "POST", body, headers: { "content-type": "application/json", "X-CSRF-Token": document.querySelector("meta[name=csrf-token]").content } })
      .then((response) => response.text()).then(() => done(performance.now() - began));
  JS

  COUNT_FRAMES = <<~JS
    const [done] = arguments;
    const socket = new WebSocket(location.origin.replace("http", "ws") + "/live");
    const counts = {};
    socket.onopen = () => socket.send(JSON.stringify({ drives: Object.fromEntries([1, 2, 3].map((id) => [id, { layout: 1, figures: ["speed.actual", "motor.current", "bus.voltage"], every: 0, charted: [] }])) }));
    socket.onmessage = (event) => {
      const message = JSON.parse(event.data);
      if (message.live) counts[message.drive] = (counts[message.drive] ?? 0) + 1;
    };
    setTimeout(() => { for (const id in counts) counts[id] = 0; setTimeout(() => { socket.close(); done(Object.entries(counts).map(([id, count]) => [id, count / 5])); }, 5000); }, 1500);
  JS
end
