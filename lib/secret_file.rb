# frozen_string_literal: true

require "securerandom"

# The key that signs this laptop's session cookies: made at the first start, kept beside the database, readable by its
# owner alone. It is there whole or not at all, so that a start on a full disk can be repeated.
module SecretFile
  LENGTH = 128 # characters

  def self.read(path)
    make(path) unless File.size?(path).to_i >= LENGTH
    File.read(path)
  rescue SystemCallError => e
    abort "Gallop cannot start: #{path} cannot be written (#{e.message}). Make room, or give it a directory that " \
            "can be written, and start again."
  end

  def self.make(path)
    fresh = "#{path}.#{Process.pid}"
    File.write(fresh, SecureRandom.hex(LENGTH / 2), perm: 0o600)
    File.rename(fresh, path)
  ensure
    File.delete(fresh) if File.exist?(fresh)
  end
  private_class_method :make
end
