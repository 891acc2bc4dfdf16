# frozen_string_literal: true

require "rails_helper"

# Traces as files of other programs, and theirs as traces.
RSpec.describe "Files of traces", type: :request do
  include_context "with a recorder"

  describe "files" do
    let(:csv) { Base64.strict_encode64("t (ms);v;i [A]\n0;1,5;2\n1;2,5;3\n2;3,5;4\n") }
    let(:files) { "/drives/#{drive.id}/trace_files" }

    it "go out as CSV, JSON and all in one archive, and what went out comes back" do
      arm(length: 64)
      trace = await_trace
      get "/api/traces/#{trace.id}/export/csv"
      speed = "Speed in the loop"
      expect(response.body).to match(
        /\A# drive: Carriage\n.*^# trigger: at once\n.*^Time \[s\],Bus voltage \[V\],#{speed} \[rpm\]\n-0.016,/m
      )
      content = Base64.strict_encode64(response.body)
      read = api(:get, "/traces/#{trace.id}/export/json")
      expect(read).to include(
        "format" => "gallop trace",
        "interval_s" => 0.001,
        "trigger_sample" => 16,
        "settings" => include("position_loop.gain" => /1.s/)
      )
      get "/api#{files}"
      names = Zip::File.open_buffer(response.body).map(&:name)
      expect(names).to contain_exactly(/\Acarriage \d{4}-.* at-once #{trace.id}\.csv\z/)
      back =
        api(
          :post,
          files,
          {
            name: "x.csv",
            content: content,
            time: 0,
            time_unit: "s",
            signals: [{ column: 1, name: "Bus voltage", unit: "V" }]
          }
        )
      expect(back).to include("kind" => "file", "title" => "x", "interval" => be_within(1e-9).of(0.001), "place" => 16)
      expect(samples(Trace.find(back["id"]))[1]).to match(samples(trace)[1].map { |figure| be_within(1e-4).of(figure) })
    end

    it "of others are read by the columns that are chosen" do
      expect(api(:post, "#{files}/sheet", { content: csv })).to eq(
        "rows" => 3,
        "columns" => [
          { "name" => "t", "unit" => "ms", "first" => [0.0, 1.0, 2.0] },
          { "name" => "v", "unit" => "", "first" => [1.5, 2.5, 3.5] },
          { "name" => "i", "unit" => "A", "first" => [2.0, 3.0, 4.0] }
        ]
      )
      trace =
        api(
          :post,
          files,
          {
            name: "scope.csv",
            content: csv,
            time: 0,
            time_unit: "ms",
            signals: [{ column: 2, name: "Current", unit: "A" }]
          }
        )
      expect(trace).to include(
        "interval" => 0.001,
        "place" => 0,
        "size" => 3,
        "signals" => [include("name" => "Current", "unit" => "A")]
      )
    end

    it "are refused with what is wrong and where, and nothing is kept" do
      {
        { content: Base64.strict_encode64("a,b\n1,x\n") } => /No row of figures/,
        { time: 9 } => /no column 10/,
        { signals: [{ column: 7, name: "x", unit: "" }] } => /no column 8/,
        { content: Base64.strict_encode64("0,1\n0,2\n") } => /times go back at sample 2/,
        { time_unit: "h" } => /none of s, ms/,
        { signals: [] } => /signals/,
        { content: "§" } => /no Base64/
      }.each do |change, sentence|
        body = { name: "a.csv", content: csv, time: 0, time_unit: "s", signals: [{ column: 1, name: "v", unit: "" }] }
        api(:post, files, body.merge(change))
        expect([response.status, message]).to match([be_between(400, 422), sentence])
      end
      expect([Trace.count, TraceSignal.count]).to eq([0, 0])
    end
  end
end
