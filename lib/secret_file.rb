# frozen_string_literal: true

require "securerandom"

# The key that signs this laptop's session cookies: made at the first start, kept beside the database, readable by its owner alone.
module SecretFile
  def self.read(path)
    File.write(path, SecureRandom.hex(64), perm: 0o600) unless File.exist?(path)
    File.read(path)
  end
end
