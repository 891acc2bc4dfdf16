# frozen_string_literal: true

require_relative "../spec_helper"

# core knows nobody; paddock knows core; the application knows core; application and paddock meet only on the wire.
RSpec.describe "The direction of dependence" do
  root = File.expand_path("../..", __dir__)

  # Source without comments and plain texts: names in prose are no dependence.
  def offences(root, pattern, forbidden)
    Dir[File.join(root, pattern)].flat_map do |file|
      File
        .readlines(file)
        .each_with_index
        .filter_map do |line, index|
          code = line.sub(/(\A|\s)#.*/, "")
          "#{file.delete_prefix("#{root}/")}:#{index + 1}: #{line.strip}" if code.match?(forbidden)
        end
    end
  end

  it "keeps core free of Rails, sockets, files, clocks and threads" do
    forbidden =
      /\b(Rails|ActiveRecord|ActiveSupport|Paddock|Link::|TCPSocket|TCPServer|Socket\b|Thread|Mutex)\b|
       \b(Process\.clock|Time\.now|sleep|ENV\[|IO\.popen|spawn)\b/x
    expect(offences(root, "core/lib/**/*.rb", forbidden)).to be_empty
  end

  it "lets core read files for device profiles, forms and the table of motors alone" do
    readers =
      offences(root, "core/lib/**/*.rb", /\b(File\.(read|open|write)|YAML\.)/).map { |line| line[/\A[^:]+/] }.uniq
    expect(readers).to match_array(
      %w[core/lib/gallop/facts/form.rb core/lib/gallop/library.rb core/lib/gallop/objects/profile_source.rb]
    )
  end

  it "keeps the paddock free of the application" do
    expect(
      offences(
        root,
        "paddock/lib/**/*.rb",
        /\b(Rails|ActiveRecord|ActiveSupport|Link::|Motion::|Proving::|Drive\.|Project\.)/
      )
    ).to be_empty
  end

  it "keeps the application from the plant, the firmware and the control loops" do
    forbidden = %r{Gallop::(Paddock|Plant|Control)\b|gallop-paddock|gallop/paddock}
    expect(offences(root, "{app,lib,config,db}/**/*.rb", forbidden)).to be_empty
  end

  # Inside the application, from the ground up. Who is further down is never named by its superiors' names.
  layers = %w[wire link motion models proving serializers controllers]
  names =
    layers.to_h do |layer|
      files =
        Dir[File.join(root, "app", layer, "**/*.rb")].map do |file|
          File.basename(file, ".rb").split("_").map(&:capitalize).join
        end
      namespace =
        { "wire" => "Wire", "link" => "Link", "motion" => "Motion", "proving" => "Proving", "controllers" => "Api" }[
          layer
        ]
      [layer, namespace ? [namespace] : files]
    end

  layers.each_with_index do |layer, place|
    above = layers.drop(place + 1).flat_map { |one| names[one] }
    next if above.empty?

    it "lets #{layer} know nothing of #{layers.drop(place + 1).join(", ")}" do
      expect(offences(root, "app/#{layer}/**/*.rb", /(?<![\w:"'])(#{above.join("|")})(\.|::)/)).to be_empty
    end
  end

  it "lets the command line know core and wire alone" do
    expect(offences(root, "lib/command_line/**/*.rb", /\b(Rails|ActiveRecord|Link::|Motion::|Proving::)/)).to be_empty
  end

  it "keeps colours and sizes in pixels out of components" do
    expect(offences(root, "frontend/{shell,stages,pages,parts}/**/*.tsx", /"#\h{3,8}"|"\d{3,}px"/)).to be_empty
  end
end
