# frozen_string_literal: true

# Do the specs of measuring notice a wrong number or sign? One literal, sign or comparison at a time is changed in
# core/lib/**/measuring, signals and worktop.yml, evenly picked from all of them, and the specs are run on it. Survivors
# are listed; those that are left stand explained in docs/benchmark.md.
#
#   ruby bench/mutants.rb [HOW_MANY] [SEED]
#   ruby bench/mutants.rb --again FILE          # those whose lines stand in an earlier list
#   ruby bench/mutants.rb --in measuring/hole   # all of the files with this in their path
require "coverage"
require "English"
require "ripper"
require_relative "../bin/lib/gem_groups"
Coverage.start
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

  # Which spec files come by a line at all: only these can tell of a change there. Each is run once on the code as it
  # is.
  class Reach
    ROOMS = %w[measuring signals reference practice].freeze

    def initialize
      found = Dir["#{ROOT}/core/spec/{#{ROOMS.join(',')}}/**/*_spec.rb"].grep_v(/bayes|polybox|noisy|brute/)
      @runs = found.map { |path| [path, *come_by(path)] }.sort_by { |_, seconds,| seconds }
    end

    # The quickest first. What is only read while it loads (a constant, a table) is told of by what uses its file.
    def specs(mutant)
      return @runs.map(&:first) if mutant.path.end_with?(".yml")

      there = @runs.select { |_, _, lines| lines[mutant.path]&.include?(mutant.line) }
      there = @runs.select { |_, _, lines| lines.key?(mutant.path) } if there.empty?
      there.map(&:first)
    end

    private

    # [seconds, {path => lines}]
    def come_by(spec)
      reader, writer = IO.pipe
      since = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      pid = fork { writer.write(Marshal.dump(lines_of(spec))) && writer.close && exit!(0) }
      writer.close
      lines = Marshal.load(reader.read) # rubocop:disable Security/MarshalLoad -- our own process
      Process.wait(pid)
      [Process.clock_gettime(Process::CLOCK_MONOTONIC) - since, lines]
    end

    def lines_of(spec)
      $stdout.reopen(File::NULL)
      before = Coverage.peek_result
      RSpec::Core::Runner.run(["--require", "spec_helper", "-I", "#{ROOT}/core/spec", spec])
      Coverage.peek_result.to_h { |path, counts| [path, ran(counts, before[path])] }.reject { |_, lines| lines.empty? }
    end

    def ran(counts, before)
      counts.each_index.select { |i| (counts[i] || 0) > (before&.at(i) || 0) }.map { |i| i + 1 }
    end
  end

  # The specs on one mutant, in a process of their own: :killed, :survived or :slow.
  class Trial
    SECONDS = 60

    # reach: Reach
    def initialize(mutant, reach)
      @mutant = mutant
      @reach = reach
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
      exit!(RSpec::Core::Runner.run(options + @reach.specs(@mutant)))
    rescue Exception # rubocop:disable Lint/RescueException -- a mutant that does not even load is noticed
      exit!(1)
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
reach = Bench::Reach.new
running = {}
verdicts = {}
until waiting.empty? && running.empty?
  while running.size < 2 && (mutant = waiting.shift)
    running[mutant] = Bench::Trial.new(mutant, reach).start
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
