# frozen_string_literal: true

require_relative "bench"
require_relative "../spec/support/script"

# bin/bench recorder: from the trigger's end to the database, from there to the screen, frames while curves are moved,
# and a list of 500 traces. bin/bench roll: live figures of all drives for minutes, with the server's memory.
class BenchRecorder < Bench
  SAMPLES = 8192
  SHOWN = 8
  KEPT = 500

  def run
    at_work do |server, script, drives|
      id = drives.find { |drive| drive["name"] == "Carriage" }["id"]
      traces = Array.new(8) { to_the_database(server, script, id) }
      report(
        "8 × 8,192 samples in the database",
        ms(quantile(traces, 0.5)),
        "after the trigger's end, median of 8, longest #{ms(traces.max)}"
      )
      with_browser { |browser| on_screen(browser, server, script, id) }
    end
  end

  # @param minutes [Float]
  def roll(minutes)
    at_work do |server, script, drives|
      drives.each do |drive|
        script.call("post", "/drives/#{drive["id"]}/recorder/roll", figures: figures(server, drive))
      end
      sleep 20
      sizes = [memory(server)]
      (minutes * 2).round.times { sleep(30) && sizes << memory(server) }
      ends = drives.map { |drive| ended(server, script, drive) }
      report(
        "roll of #{drives.size} drives for #{minutes} min",
        "#{ends.sum { |one| one[:samples] }} samples",
        "longest step #{ms(ends.map { |one| one[:longest] }.max)}, " \
          "#{format("%.1f", ends.map { |one| one[:rate] }.min)} Hz at least"
      )
      report(
        "memory of the server meanwhile",
        "#{sizes.min} to #{sizes.max} MB",
        "each half minute: #{sizes.join(", ")}"
      )
    end
  end

  private

  def at_work
    PaddockProcess.running(rig: RIG, row: true) do |paddock|
      @paddock = paddock
      ServerProcess.running(paddock) do |server|
        script = Script.new(server)
        drives = server.get("/projects/1")["drives"]
        drives.each { |drive| script.call("post", "/drives/#{drive["id"]}/link") }
        wait_until("all online", seconds: 20) do
          drives.all? { |drive| server.get("/drives/#{drive["id"]}").dig("link", "state") == "online" }
        end
        yield server, script, drives
      end
    end
  end

  # @return [Float] s from the end of the trigger's samples to the trace
  def to_the_database(server, script, id)
    path = "/drives/#{id}/recorder"
    signals = server.get(path)["signals"].reject { |signal| signal["bits"].any? }.first(SHOWN).pluck("key")
    body = { signals: signals, divider: 1, length: SAMPLES, pre: 50, triggers: [{ kind: "fault" }] }
    before = server.get("/projects/1/traces").size
    script.call("post", "#{path}/arm", body)
    wait_until("waiting") { server.get(path)["recording"]["phase"] == "waiting" }
    time =
      seconds do
        script.call("post", "#{path}/fire")
        wait_until("the trace") { server.get("/projects/1/traces").size > before }
      end
    wait_until("the end") { server.get(path)["recording"]["state"] == "done" }
    [time - SAMPLES / 2 / 16_000.0, 0.0].max
  end

  def on_screen(browser, server, script, id)
    page = "#{server.url}/projects/1/drives/#{id}/recorder"
    asked = Array.new(6) { |n| open_trace(browser, page, server.get("/projects/1/traces")[n]["id"]) }
    report(
      "8 × 8,192 samples on screen",
      ms(quantile(asked, 0.5)),
      "tick to drawn panes, median of 6, longest #{ms(asked.max)}"
    )
    moved = browser.evaluate_async(MOVED, 20)
    report(
      "frames while they are moved and zoomed",
      format("%.0f Hz", moved["rate"]),
      "#{moved["panes"]} panes, over 4 s; longest frame #{format("%.0f ms", moved["longest"])}"
    )
    listed = -> { quantile(Array.new(10) { seconds { server.get("/projects/1/traces") } }, 0.5) }
    few = listed.call
    keep_many(server, script, id)
    many = listed.call
    report("list of #{server.get("/projects/1/traces").size} traces", ms(many), "answer of the server; of 8 #{ms(few)}")
    opened = Array.new(6) { |n| open_trace(browser, page, server.get("/projects/1/traces")[n]["id"]) }
    report(
      "a trace among #{KEPT} on screen",
      ms(quantile(opened, 0.5)),
      "tick to drawn panes, longest #{ms(opened.max)}"
    )
  end

  # Of eight signals, as they are imported.
  def keep_many(server, script, id)
    rows = Array.new(64) { |n| "#{n},#{Array.new(SHOWN) { |k| n * k }.join(",")}\n" }.join
    signals = Array.new(SHOWN) { |n| { column: n + 1, name: "Signal #{n + 1}", unit: "V" } }
    body = { content: Base64.strict_encode64(rows), time: 0, time_unit: "ms", signals: signals }
    (KEPT - server.get("/projects/1/traces").size).times do |n|
      script.call("post", "/drives/#{id}/trace_files", body.merge(name: "kept #{n}.csv"))
    end
  end

  def open_trace(browser, page, trace)
    browser.go_to(page)
    wait_until("the list") { browser.at_css("[data-traces] input[type=checkbox]") }
    browser.evaluate_async(OPENED, 10, trace) / 1000.0
  end

  def figures(server, drive)
    live = server.get("/drives/#{drive["id"]}")["live_entries"].pluck("key")
    %w[speed.actual motor.torque_current bus.voltage motor.heat control.status] & live
  end

  def memory(server) = File.read("/proc/#{server.pid}/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024

  def ended(server, script, drive)
    id = server.get("/drives/#{drive["id"]}/recorder")["roll"]["trace_id"]
    script.call("post", "/drives/#{drive["id"]}/recorder/end_roll")
    size = server.get("/traces/#{id}")["size"]
    at = Net::HTTP.get(URI("#{server.url}/api/traces/#{id}/samples")).unpack("E#{size}")
    {
      samples: size,
      longest: at.each_cons(2).map { |one, other| other - one }.max,
      rate: (size - 1) / (at.last - at.first)
    }
  end

  # From the tick to two frames after the last pane has come.
  OPENED = <<~JS
    const [trace, done] = arguments;
    const began = performance.now();
    const look = () => {
      if (document.querySelector(`[data-shown='${trace}']`) && document.querySelector("[data-pane] canvas"))
        requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - began)));
      else requestAnimationFrame(look);
    };
    const box = document.querySelector(`[data-trace='${trace}'] input[type=checkbox]`);
    box.click();
    look();
  JS

  # A wheel or a key with each frame, as fast as they come.
  MOVED = <<~JS
    const [done] = arguments;
    const panes = document.querySelector("[data-panes]"), over = document.querySelector("[data-pane] .u-over");
    const box = over.getBoundingClientRect(), began = performance.now(), frames = [];
    let n = 0;
    const step = (now) => {
      frames.push(now);
      const zoom = n % 2 === 0;
      if (zoom) over.dispatchEvent(new WheelEvent("wheel", { deltaY: n % 80 < 40 ? -1 : 1, clientX: box.left + box.width * 0.4, clientY: box.top + 5, bubbles: true, cancelable: true }));
      else panes.dispatchEvent(new KeyboardEvent("keydown", { key: n % 40 < 20 ? "ArrowRight" : "ArrowLeft", bubbles: true }));
      n += 1;
      if (now - began < 4000) requestAnimationFrame(step);
      else {
        const steps = frames.slice(1).map((time, k) => time - frames[k]);
        done({ rate: steps.length / ((frames.at(-1) - frames[0]) / 1000), longest: Math.max(...steps), panes: document.querySelectorAll("[data-pane]").length });
      }
    };
    requestAnimationFrame(step);
  JS
end
