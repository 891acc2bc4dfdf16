# frozen_string_literal: true

require_relative "../core_helper"
require "tmpdir"

# Files as other tools write them within CiA 306, and files that are wrong in one place.
RSpec.describe Gallop::Files do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }

  def read(text, name: "x.dcf") = described_class.read(name, text.b)
  def values(content) =
    described_class::Review
      .new(profile, content, current: {})
      .lines
      .select(&:raw)
      .to_h { |line| [line.entry.key, line.raw] }
  def problems(text, **options) =
    read(text, **options).problems.map { |problem| "#{problem.place}: #{problem.message}" }

  it "takes comments, mixed case, hexadecimal, decimal and octal figures, and CRLF" do
    content =
      read(
        "; made by hand\r\n[FILEINFO]\r\nfilename=x\r\n\r\n[6083]\r\nparametername=Profile " \
          "acceleration\r\nOBJECTTYPE=0x7\r\ndatatype=0X0007\r\nparametervalue=0x1388\r\n" \
          "[6084]\r\nDataType=7\r\nParameterValue=7000\r\n;ParameterValue=1\r\n[6065]\r\nDataType=0x07\r\nParameterValue=0400\r\n"
      )
    expect(content.problems).to be_empty
    expect(values(content)).to eq(
      "ramps.acceleration" => 5000,
      "ramps.deceleration" => 7000,
      "position.following_error_window" => 256
    )
  end

  it "resolves $NODEID with the node of the file, whichever way round the sum is written" do
    content =
      read(
        "[DeviceComissioning]\nNodeID=0x05\n[6065]\nDataType=7\nParameterValue=$NODEID+0x600\n[6067]\nDataType=7\nParameterValue=100 + $nodeid\n"
      )
    expect(values(content)).to eq("position.following_error_window" => 0x605, "position.window" => 105)
    expect(problems("[6065]\nDataType=7\nParameterValue=$NODEID+1\n")).to eq(
      ["line 3: $NODEID is used, and [DeviceComissioning] names no NodeID"]
    )
  end

  it "unfolds compact sub-objects with their values" do
    content =
      read(
        "[607D]\nParameterName=Travel\nObjectType=8\nDataType=4\nAccessType=rw\nCompactSubObj=2\n[607DValue]\nNrOfEntries=2\n1=-500\n2=500\n[607DName]\nNrOfEntries=1\n1=Lowest\n"
      )
    expect(values(content)).to eq("position.limit_low" => -500, "position.limit_high" => 500)
  end

  it "takes a signed figure in two's complement, as hexadecimal files write it" do
    expect(values(read("[607C]\nDataType=4\nParameterValue=0xFFFFFF9C\n"))).to eq("homing.offset" => -100)
  end

  it "reads texts in Latin-1 and keeps an empty one" do
    expect(values(read("[2000sub1]\nDataType=9\nParameterValue=Schlitten f\xFCr Druck\n"))).to eq(
      "device.label" => "Schlitten für Druck"
    )
    expect(values(read("[2000sub1]\nDataType=9\nParameterValue=\n"))).to eq("device.label" => "")
  end

  it "does without sections that a writer left out, and skips what an object merely describes" do
    content =
      read(
        "[1018]\nSubNumber=2\n[1018sub1]\nAccessType=ro\nDataType=7\nDefaultValue=1\n[6083]\nDataType=7\n[6084]\nDataType=7\nParameterValue=9\n"
      )
    expect(values(content)).to eq("ramps.deceleration" => 9)
  end

  it "says what is wrong, and where" do
    expect(problems("[6083]\nDataType=7\nParameterValue=fast\n")).to eq(
      ["line 3: a whole number is expected, not “fast”"]
    )
    expect(problems("[6083]\nthis is no line\nParameterValue=1\n")).to include(
      /\Aline 2: \[section\] or key=value is expected/
    )
    expect(problems("[6083]\nParameterValue=1\n[6083]\nParameterValue=2\n")).to include(
      /\Aline 3: the section \[6083\] is there twice, first in line 1/
    )
    expect(problems("ParameterValue=1\n[6083]\nDataType=7\n")).to include(
      /\Aline 1: “ParameterValue” stands before the first section/
    )
    expect(problems("[FileInfo]\nFileName=x\n")).to eq(["file: no object section like [2100] or [2100sub1] is there"])
  end

  it "says of each line what would become of it" do
    text =
      "[6083]\nDataType=7\nParameterValue=3000\n[6084]\nDataType=7\nParameterValue=0\n[6041]\nDataType=6\nParameterValue=1\n[5FFF]\nDataType=6\nParameterValue=1\n[605A]\nDataType=3\nParameterValue=4\n"
    lines = described_class::Review.new(profile, read(text), current: { "ramps.acceleration" => 3000 }).lines
    expect(lines.map { |line| [line.row.place, line.status] }).to eq(
      [
        ["line 3", "same"],
        ["line 6", "refused"],
        ["line 9", "read_only"],
        ["line 12", "unknown"],
        ["line 15", "refused"]
      ]
    )
    expect(lines[1].message).to match(%r{is outside 1 rpm/s to})
    expect(lines[4].message).to match(/4 is none of/)
  end

  it "reads tables with semicolons, decimal commas and converted units" do
    content =
      read(
        "Key;Value;Unit\nmotor.rated_current;2,6;A\nmotor.peak_current;7800;mA\nramps.acceleration;3000;\n",
        name: "x.CSV"
      )
    expect(values(content)).to eq(
      "motor.rated_current" => 2600,
      "motor.peak_current" => 7800,
      "ramps.acceleration" => 3000
    )
    expect(values(read("index,subindex,value\n0x6083,0,4000\n", name: "x.csv"))).to eq("ramps.acceleration" => 4000)
  end

  it "names the line of a table or of JSON that cannot be read" do
    expect(problems("name,number\na,1\n", name: "x.csv")).to eq(
      ["line 1: a column “value” is expected in the header line"]
    )
    expect(problems("key,value\nramps.acceleration,\"1\n", name: "x.csv")).to include(/\Aline \d+: no table/)
    expect(problems("{\n  \"format\": \"gallop-settings\",\n  \"version\": 1,\n  oops\n}\n", name: "x.json")).to eq(
      ["line 4: no JSON from here on"]
    )
    expect(problems('{"format":"gallop-settings","version":1,"settings":[{"key":"a.b"},7]}', name: "x.json")).to eq(
      ["settings[0]: “value” is missing", "settings[1]: an object is expected"]
    )
    expect(problems("hello", name: "x.txt")).to eq(["file: the name ends in none of .dcf, .eds, .csv, .json"])
    expect(problems("  ", name: "x.dcf")).to eq(["file: it is empty"])
  end

  it "refuses the second of two rows for one value" do
    content = read("key,value\nramps.acceleration,1\nramps.acceleration,2\n", name: "x.csv")
    expect(described_class::Review.new(profile, content, current: {}).lines.last).to have_attributes(
      status: "refused",
      message: "is there already in line 2"
    )
  end

  it "is read by Python's configparser, both DCF and EDS" do
    values = profile.settings.to_h { |entry| [entry.key, entry.default_raw] }
    Dir.mktmpdir do |directory|
      %w[dcf eds].each do |kind|
        File.binwrite(File.join(directory, "x.#{kind}"), described_class.write(kind, profile, values))
      end
      program =
        "import configparser,sys\nfor k in ('dcf','eds'):\n c=configparser.ConfigParser(interpolation=None)\n " \
          "c.read(sys.argv[1]+'/x.'+k,encoding='utf-8')\n print(len(c.sections()), c['6083']['ParameterName'], " \
          "c['6083'].get('ParameterValue'))\n"
      output = IO.popen(["python3", "-c", program, directory], &:read)
      expect(output.lines.map(&:split)).to match(
        [[/\A\d{3}\z/, "Acceleration", "3000"], [/\A\d{3}\z/, "Acceleration", "None"]]
      )
    end
  end
end
