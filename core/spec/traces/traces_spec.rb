# frozen_string_literal: true

require_relative "../core_helper"

# Figures of signals whose figures are known otherwise: by formula, or worked out by hand.
RSpec.describe Gallop::Traces do
  def times(count, interval) = Array.new(count) { |n| n * interval }
  def sine(amplitude, frequency, count: 4000, interval: 1e-3, phase: 0.3) =
    times(count, interval).map { |t| amplitude * Math.sin(2 * Math::PI * frequency * t + phase) }

  describe Gallop::Traces::Figures do
    it "are those of a sine over whole periods: A/√2, 2A, no mean" do
      figures = described_class.of(sine(3.0, 5.0))
      expect(figures.rms).to be_within(1e-9).of(3 / Math.sqrt(2))
      expect(figures.mean).to be_within(1e-12).of(0)
      expect(figures.peak_to_peak).to be_within(1e-3).of(6)
    end

    it "are those of a sine on a direct part: √(D² + A²/2)" do
      figures = described_class.of(sine(3.0, 5.0).map { |sample| sample - 4 })
      expect(figures.rms).to be_within(1e-9).of(Math.sqrt(16 + 4.5))
      expect([figures.mean.round(9), figures.deviation.round(6), figures.peak.round(2)]).to eq([-4.0, 2.12132, 7.0])
    end

    it "are those of a ramp from 0 to 1: mean 1/2, rms √(n(n+½)/(3n²)…), deviation" do
      count = 1001
      figures = described_class.of(times(count, 1e-3))
      squares = (count - 1) * count * (2 * count - 1) / 6 * 1e-6
      expect(figures.rms).to be_within(1e-12).of(Math.sqrt(squares / count))
      expect(figures.deviation).to be_within(1e-12).of(Math.sqrt((count**2 - 1) / 12.0) * 1e-3)
    end

    it "are those of a square wave, of a constant, of one sample and of none" do
      expect(described_class.of([2.0, -2.0] * 50).then { |one| [one.rms, one.mean, one.peak] }).to eq([2.0, 0.0, 2.0])
      expect(described_class.of([7.0] * 9).to_h.values).to eq([7.0, 7.0, 0.0, 7.0, 7.0])
      expect(described_class.of([-1.5]).to_h.values).to eq([-1.5, 1.5, 0.0, -1.5, -1.5])
      expect(described_class.of([])).to be_nil
    end

    it "are those of even noise of ±1: deviation 1/√3" do
      random = Chance.named("noise")
      expect(described_class.of(Array.new(40_000) { random.rand(-1.0..1.0) }).deviation).to be_within(0.01).of(
        1 / Math.sqrt(3)
      )
    end
  end

  describe Gallop::Traces::Response do
    # A system of second order, asked for 10 from 2 at 0.1 s
    def second_order(damping, natural: 50.0, count: 8000, interval: 1e-4)
      at = times(count, interval)
      demand = at.map { |t| t < 0.1 ? 2.0 : 10.0 }
      damped = natural * Math.sqrt(1 - damping**2)
      actual =
        at.map do |t|
          t -= 0.1
          next 2.0 if t.negative?
          decay = Math.exp(-damping * natural * t)
          2 + 8 * (1 - decay * (Math.cos(damped * t) + damping * natural / damped * Math.sin(damped * t)))
        end
      [at, demand, actual]
    end

    # Overshoot 100·exp(−πζ/√(1−ζ²)). Rise and settling: scipy.signal.step of the same system at 1 µs.
    {
      0.2 => [52.662, 0.024_068, 0.392_039],
      0.4 => [25.383, 0.029_27, 0.168_187],
      0.5 => [16.303, 0.032_752, 0.161_527],
      0.7 => [4.599, 0.042_524, 0.119_576],
      0.9 => [0.152, 0.057_659, 0.093_992]
    }.each do |damping, (overshoot, rise, settling)|
      it "is that of a system of second order with a damping of #{damping}" do
        response = described_class.of(*second_order(damping))
        expect(response.overshoot).to be_within(0.02).of(overshoot)
        expect(response.overshoot).to be_within(0.02).of(
          100 * Math.exp(-Math::PI * damping / Math.sqrt(1 - damping**2))
        )
        expect(response.rise).to be_within(2e-4).of(rise)
        expect(response.settling).to be_within(1.5e-4).of(settling)
        expect(response.steady_error).to be_within(0.01).of(0)
        expect(response.step).to eq(8.0)
      end
    end

    it "is that of a lag of first order: rise 2.197 T, settling 3.912 T, no overshoot" do
      at = times(5000, 1e-4)
      response = described_class.of(at, [0.0] + [-3.0] * 4999, at.map { |t| -3 * (1 - Math.exp(-t / 0.04)) })
      expect(response.rise).to be_within(1e-4).of(0.04 * Math.log(9))
      expect(response.settling).to be_within(2e-4).of(0.04 * Math.log(50))
      expect(response.overshoot).to eq(0)
    end

    it "is that of a ramp followed at a constant distance: rms, peak and mean error are that" do
      at = times(1000, 1e-3)
      response = described_class.of(at, at.map { |t| 5 * t }, at.map { |t| 5 * t - 0.02 })
      expect([response.error_rms, response.error_peak, response.error_mean, response.steady_error]).to all(
        be_within(1e-9).of(0.02)
      )
    end

    it "has no settling where it does not settle, and is reckoned from the demand's end as well" do
      at = times(2000, 1e-3)
      restless = at.map { |t| t < 0.5 ? 0.0 : 1 + 0.05 * Math.sin(80 * t) }
      step = at.map { |t| t < 0.5 ? 0.0 : 1.0 }
      expect(described_class.of(at, step, restless).settling).to be_nil
      ramp = at.map { |t| ((t - 0.2) / 0.5).clamp(0.0, 1.0) }
      late = at.map { |t| ((t - 0.3) / 0.5).clamp(0.0, 1.0) }
      response = described_class.of(at, ramp, late)
      expect(response.after_demand).to be_within(2e-3).of(0.1 - 0.02 * 0.5)
      expect(response.settling).to be_within(2e-3).of(0.6 - 0.02 * 0.5)
    end

    it "has no step where the demand comes back to where it began, or nearly so" do
      at = times(1000, 1e-3)
      there_and_back = at.map { |t| t.between?(0.2, 0.5) ? 1.0 : 0.0 } # and a count beside where it began
      there_and_back[-1] = there_and_back[-2] = 0.001
      expect(described_class.of(at, there_and_back, there_and_back).step).to be_nil
    end

    it "is of errors alone where the demand is constant, and nothing of nothing" do
      response = described_class.of(times(100, 0.01), [1.0] * 100, [0.9] * 100)
      expect([response.step, response.rise, response.overshoot, response.settling]).to all(be_nil)
      expect(response.error_peak).to be_within(1e-12).of(0.1)
      expect(described_class.of([], [], [])).to be_nil
      expect(described_class.of([0.0], [1.0], [1.0]).error_rms).to eq(0)
    end
  end

  describe Gallop::Traces::Spectrum do
    [[2.0, 50.0, 4000], [0.5, 123.4, 4096], [10.0, 7.77, 1000], [1.0, 333.3, 777]].each do |amplitude, frequency, count|
      it "names a sine of #{amplitude} at #{frequency} Hz by both" do
        line = described_class.of(sine(amplitude, frequency, count: count), 1e-3).lines.first
        expect(line.frequency).to be_within(0.02).of(frequency)
        expect(line.amplitude).to be_within(amplitude * 0.01).of(amplitude)
      end
    end

    it "names two lines in noise on a direct part, the stronger first" do
      random = Chance.named("noise")
      samples = sine(1.0, 40.0).zip(sine(0.2, 212.5)).map { |one, other| 5 + one + other + random.rand(-0.05..0.05) }
      lines = described_class.of(samples, 1e-3).lines
      expect(lines.first(2).map { |line| line.frequency.round(1) }).to eq([40.0, 212.5])
      expect(lines[1].amplitude).to be_within(0.01).of(0.2)
    end

    it "names none in a constant, and is nothing of a handful of samples" do
      expect(described_class.of([3.3] * 100, 1e-3).lines).to be_empty
      expect(described_class.of([1.0] * 5, 1e-3)).to be_nil
    end
  end

  describe Gallop::Traces::Derived do
    it "has differences, derivatives and scales" do
      at = times(200, 0.01)
      parabola = at.map { |t| 3 * t**2 - t }
      expect(described_class.derivative(parabola, at).to_a[1..-2]).to eq_near(at[1..-2].map { |t| 6 * t - 1 })
      expect(described_class.difference([3.0, 2.0], [1.0, 5.0]).to_a).to eq([2.0, -3.0])
      expect(described_class.scaled([1.0, 2.0], -2.0, 0.5).to_a).to eq([-1.5, -3.5])
      expect(described_class.derivative([4.0], [0.0]).to_a).to eq([0.0])
      expect(described_class.derivative([4.0, 5.0], [0.0, 0.5]).to_a).to eq([2.0, 2.0])
    end

    def eq_near(figures) = match(figures.map { |figure| be_within(1e-9).of(figure) })
  end

  describe Gallop::Traces::Thinned do
    it "loses no peak" do
      samples = Array.new(8192) { |n| Math.sin(n / 50.0) }
      samples[4321] = 9.0
      samples[17] = -9.0
      places = described_class.places(samples, 300)
      expect(places).to include(4321, 17)
      expect(places).to eq(places.sort)
      expect(places.size).to be <= 600
      expect(described_class.places([1.0] * 5, 10)).to eq([0, 1, 2, 3, 4])
    end
  end

  describe Gallop::Traces::Columns do
    it "has stretches, and figures between its samples" do
      columns = described_class.new([0.0, 1.0, 2.0, 3.0], "a" => [0.0, 10.0, 20.0, 0.0])
      expect(columns.between(0.5, 2.0)["a"].to_a).to eq([10.0, 20.0])
      expect(columns.between(9.0, 10.0).size).to eq(0)
      expect(columns.at([-1.0, 0.0, 0.5, 2.5, 3.0, 4.0]).then { |one| [one.times.to_a, one["a"].to_a] }).to eq(
        [[0.0, 0.5, 2.5, 3.0], [0.0, 5.0, 10.0, 0.0]]
      )
      expect(columns.interval).to eq(1.0)
      expect { described_class.new([0.0], "a" => [1.0, 2.0]) }.to raise_error(ArgumentError)
    end
  end

  describe Gallop::Traces::Csv do
    let(:columns) do
      [
        ["Time", "s", [-0.001, 0.0, 0.001]],
        ["Speed, in the loop", "rpm", [1.0, -2.5, 1e-7]],
        ["Word", "", [7.0, 8.0, 9.0]]
      ].map { |name, unit, samples| described_class::Column.new(name: name, unit: unit, samples: samples) }
    end

    it "comes back as it was written" do
      text = described_class.write({ "drive" => "Carriage", "trigger" => "at: once" }, columns)
      expect(text.lines.first(3)).to eq(
        ["# drive: Carriage\n", "# trigger: at: once\n", "Time [s],\"Speed, in the loop [rpm]\",Word\n"]
      )
      read = described_class.read(text)
      expect(read.facts).to eq("drive" => "Carriage", "trigger" => "at: once")
      expect(read.columns).to eq(columns)
    end

    it "reads what others write" do
      read = described_class.read("Some recorder 2.1\nchannels 2\n\nt (ms);v\n0,0;1,5\n0,1;1e3\n\n")
      expect(read.columns.map { |one| [one.name, one.unit, one.samples] }).to eq(
        [["t", "ms", [0.0, 0.1]], ["v", "", [1.5, 1000.0]]]
      )
      expect(described_class.read("1\t2\n3\t4\n").columns.map(&:name)).to eq(["Column 1", "Column 2"])
      expect(described_class.read("\uFEFFa,b\r\n1,2\r\n").columns.map(&:samples)).to eq([[1.0], [2.0]])
    end

    {
      "" => /No row of figures/,
      "a,b\nx,y\n" => /No row of figures/,
      "1,2\n3\n" => /Row 2 has 1 columns, the first row of figures has 2/,
      "1;2\n3;high\n" => /Row 2, column 2: “high” is no figure/,
      (["1"] * 65).join(",") => /65 columns; up to 64/
    }.each do |text, sentence|
      it("refuses #{text[0, 20].inspect}") do
        expect { described_class.read(text) }.to raise_error(described_class::Unreadable, sentence)
      end
    end
  end

  it "asks for all words of a channel, each once, none over the end of a file" do
    requests = described_class.requests(100, 3, 8192)
    expect(requests.sum(&:last)).to eq(8192 * 2 + 4)
    expect(requests.first).to eq([106, 0, 120])
    expect(requests.last).to eq([107, 6320, 68])
    expect(requests.map { |_, record, words| record + words }.max).to eq(10_000)
    expect(described_class.unpack(described_class.pack([1e6, 1e6 + 0.001], base: 1e6))[1]).to be_within(1e-9).of(
      1e6 + 0.001
    )
  end
end
