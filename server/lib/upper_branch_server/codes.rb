# frozen_string_literal: true

require "digest"
require "securerandom"

module UpperBranchServer
  # Codes that open one thing, read out or sent as a link. Told once; only a sum is kept.
  #
  #   code = Codes.make          # => "K7QM-4XRT-9WZB", about 59 bits
  #   Codes.sum("k7qm 4xrt9wzb") # => the same as of the code itself
  module Codes
    # Without letters and digits that are taken for one another when they are read out. 31^12.
    LETTERS = [*"A".."Z", *"2".."9"].join.delete("IOLUZ2").chars.freeze
    LENGTH = 12

    def self.make = Array.new(LENGTH) { LETTERS.sample(random: SecureRandom) }.join.scan(/.{4}/).join("-")

    # Small letters, blanks and dashes do not matter.
    def self.sum(code) = Digest::SHA256.hexdigest(code.to_s.upcase.gsub(/[^A-Z0-9]/, ""))
  end
end
