# frozen_string_literal: true

require "etc"
require "fileutils"
require "json"

module Trials
  CATALOGUE = UpperBranch::Catalogue.load
  KEPT = File.expand_path("../../var/trial", __dir__)

  # Looks at every fault of some families, on all cores, and keeps what was seen.
  module Looking
    module_function

    # only: ids of the faults to be looked at anew, or nil for all
    def run(families, only = nil)
      FileUtils.mkdir_p(KEPT)
      left = families.dup
      running = 0
      until left.empty? && running.zero?
        while running < Etc.nprocessors && left.any?
          family = left.shift
          fork { look(family, only) }
          running += 1
        end
        Process.wait
        running -= 1
      end
    end

    def look(family, only)
      trial = UpperBranch::Practice::Trial.new(CATALOGUE, family)
      faults = trial.faults.reject { |fault| trial.without(fault) }
      before = only ? JSON.parse(File.read(path(family)))["looked"] : {}
      looked = before.merge((only ? faults & only : faults).to_h { |fault| [fault, trial.look(fault)] })
      File.write(path(family), JSON.generate("healthy" => trial.healthy, "looked" => looked))
      puts "#{family}: #{looked.size} faults"
    end

    def path(family) = File.join(KEPT, "#{family}.json")
  end
end
