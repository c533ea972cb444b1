# frozen_string_literal: true

# Do the specs of measuring notice a wrong number or sign? One literal, sign or comparison at a time is changed in
# core/lib/**/measuring, signals and worktop.yml, evenly picked from all of them, and the specs are run on it. Survivors
# are listed; those that are left stand explained in docs/benchmark.md.
#
#   ruby bench/mutants.rb [HOW_MANY] [SEED]
#   ruby bench/mutants.rb --again FILE          # those whose lines stand in an earlier list
#   ruby bench/mutants.rb --in measuring/hole   # all of the files with this in their path
require "English"
require "ripper"
require_relative "../bin/lib/gem_groups"
gems :default, :test
require "upper_branch"

# The specs of measuring put to the test.
module Bench
  ROOT = File.expand_path("..", __dir__)
  $LOAD_PATH.unshift "#{ROOT}/core/spec"

  # One change of one token.
  Mutant = Struct.new(:path, :line, :column, :was, :becomes, keyword_init: true) do
    def name = "#{path.delete_prefix("#{Bench::ROOT}/")}:#{line} #{was} -> #{becomes}"

    # The file with the change in it.
    def text
      lines = File.readlines(path)
      whole = lines[line - 1]
      lines[line - 1] = whole.byteslice(0, column) + becomes + whole.byteslice((column + was.bytesize)..)
      lines.join
    end
  end

  # Where something can be changed.
  module Sites
    SIGNS = { "+" => "-", "-" => "+", "*" => "/", "/" => "*", "<" => ">", ">" => "<", "<=" => ">", ">=" => "<",
              "**" => "*" }.freeze

    module_function

    def all
      ruby = Dir["#{ROOT}/core/lib/upper_branch/{measuring,signals}/**/*.rb"].flat_map { |path| of_ruby(path) }
      ruby + of_table("#{ROOT}/core/knowledge/worktop.yml")
    end

    def of_ruby(path)
      Ripper.lex(File.read(path)).filter_map do |(line, column), type, token|
        becomes = type == :on_op ? SIGNS[token] : other(type, token)
        becomes && Mutant.new(path: path, line: line, column: column, was: token, becomes: becomes)
      end
    end

    def other(type, token) = %i[on_int on_float].include?(type) ? number(token) : nil

    # Off by a fifth, a whole number by one.
    def number(token)
      return (Integer(token) + 1).to_s if token.match?(/\A\d+\z/)

      return unless token.match?(/\A\d[\d_]*\.?\d*(e-?\d+)?\z/)

      (Float(token).zero? ? 1.0 : Float(token) * 1.2).to_s
    end

    # Limits, coefficients and fuels of the worktop: what formulas reckon with.
    def of_table(path)
      File.readlines(path).each_with_index.flat_map do |line, i|
        next [] unless line.match?(/\A\s+limits:|\A  (sharp|ragged|jet|tube|gasoline|ethanol):|\Ahand:/)

        line.to_enum(:scan, /(?<=: )\d+\.?\d*(?=[,}])/).map { $LAST_MATCH_INFO }.map do |match|
          at = match.pre_match.bytesize
          Mutant.new(path: path, line: i + 1, column: at, was: match[0], becomes: number(match[0]))
        end
      end
    end
  end

  # The specs on one mutant, in a process of their own: :killed, :survived or :slow.
  class Trial
    SPECS = %w[measuring signals reference practice].map { |room| "#{ROOT}/core/spec/#{room}" }.freeze
    SECONDS = 120

    def initialize(mutant)
      @mutant = mutant
    end

    def start
      @pid = fork { run }
      @since = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      self
    end

    # nil while it runs
    def verdict
      _, status = Process.waitpid2(@pid, Process::WNOHANG)
      return status.success? ? :survived : :killed if status
      return if Process.clock_gettime(Process::CLOCK_MONOTONIC) - @since < SECONDS

      Process.kill("KILL", @pid)
      Process.wait(@pid)
      :killed # it never ends: noticed
    end

    private

    def run
      $stdout.reopen(File::NULL)
      $stderr.reopen(File::NULL)
      change
      options = ["--fail-fast", "--order", "defined", "--require", "spec_helper", "-I", "#{ROOT}/core/spec"]
      exit!(RSpec::Core::Runner.run(options + specs))
    rescue Exception # rubocop:disable Lint/RescueException -- a mutant that does not even load is noticed
      exit!(1)
    end

    # Those of logs for what reads logs. For the rest: the whole carburetors last, since they take longest, but first
    # for what only they tell of.
    def specs
      return Dir["#{ROOT}/core/spec/signals/*_spec.rb"] if @mutant.path.include?("/signals/")

      found = Dir[*SPECS.map { |room| "#{room}/**/*_spec.rb" }].grep_v(/bayes|polybox|noisy|brute/)
      near = @mutant.path.include?("/metering/")
      found.sort_by { |path| path.include?("/metering/") == near ? 0 : 1 }
    end

    # The catalogue has its formulas by the hand: they are laid out anew, with the change in them.
    def change
      if @mutant.path.end_with?(".yml")
        table = @mutant.text
      else
        Zeitwerk::Loader.eager_load_all
        eval(@mutant.text, TOPLEVEL_BINDING, @mutant.path) # rubocop:disable Security/Eval -- our own file, one token off
        table = File.read("#{ROOT}/core/knowledge/worktop.yml")
      end
      worktop = UpperBranch::Measuring::Worktop.new(Psych.safe_load(table, aliases: true))
      UpperBranch::Catalogue.define_method(:worktop) { worktop }
    end
  end
end

require "rspec/core"
require "spec_helper"
sites = Bench::Sites.all
picked =
  if ARGV[0] == "--in"
    sites.select { |mutant| mutant.path.include?(ARGV.fetch(1)) }
  elsif ARGV[0] == "--again"
    names = File.readlines(ARGV.fetch(1), chomp: true)
    sites.select { |mutant| names.include?(mutant.name) }
  else
    sites.sample((ARGV[0] || 150).to_i, random: Random.new((ARGV[1] || 1).to_i))
  end
waiting = picked.dup
running = {}
verdicts = {}
until waiting.empty? && running.empty?
  while running.size < 2 && (mutant = waiting.shift)
    running[mutant] = Bench::Trial.new(mutant).start
  end
  running.each do |mutant, trial|
    next unless (verdicts[mutant] = trial.verdict)

    warn "#{verdicts.compact.size}/#{picked.size} #{verdicts[mutant]} #{mutant.name}" # how far it has come
  end
  running.reject! { |mutant, _| verdicts[mutant] }
  sleep 0.05
end
killed, survived = picked.partition { |mutant| verdicts[mutant] == :killed }
puts "#{killed.size} of #{picked.size} noticed (#{(100.0 * killed.size / picked.size).round} %); survivors:"
puts survived.map(&:name).sort
