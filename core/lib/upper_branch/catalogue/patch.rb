# frozen_string_literal: true

require "diff/lcs"
require "diff/lcs/hunk"
require "json"
require "psych"

module UpperBranch
  class Catalogue
    # A shop's layer written into the files of the knowledge, as a patch the project could take: only the values that
    # differ change, everything round them - order, comments, line breaks - stays.
    #
    #   Patch.new(layer).to_s   # => "--- a/core/knowledge/checks/c-running.yml\n+++ b/...\n@@ ...", unified diff
    #
    # The files with the patch read as the layer over the files does; a spec holds one against the other.
    class Patch
      AROUND = 3 # lines of context
      PREFIX = "core/knowledge"

      def initialize(layer, directory = DEFAULT)
        @layer = layer
        @directory = directory
      end

      def to_s
        changed = Hash.new { |all, path| all[path] = File.read(File.join(@directory, path)) }
        standing.each { |keys, value| put(changed, keys, value) }
        changed.sort.map { |path, text| diff(path, File.read(File.join(@directory, path)), text) }.join
      end

      private

      # The last word on each place.
      def standing
        @layer.amendments.to_h { |row| [Place.keys(row["at"]), row["value"]] }
      end

      def put(changed, keys, value)
        section, *rest = keys
        path = paths(section).find { |one| node(changed[one], rest.first(1)) } or return
        node = node(changed[path], rest)
        node ? changed[path] = replaced(changed[path], node, value) : made(changed, path, rest, value)
      end

      def paths(section)
        return ["#{section}.yml"] unless Book::FOLDERS.include?(section)

        Dir[File.join(@directory, section, "*.yml")].map { |path| path.delete_prefix("#{@directory}/") }.sort
      end

      # A field the file does not have yet: what holds it is written anew as a whole.
      def made(changed, path, keys, value)
        data = Place.write(Psych.safe_load(changed[path], aliases: true), keys, value)
        top = keys.first(1)
        changed[path] = replaced(changed[path], node(changed[path], top), Place.read(data, top))
      end

      # The node of a place, or nil.
      def node(text, keys)
        keys.reduce(Psych.parse(text).root) { |here, key| here && child(here, key) }
      end

      def child(node, key)
        return value(node, key) if node.mapping?

        node.children.find { |row| value(row, "id")&.value == key } if node.sequence?
      end

      def value(mapping, key)
        mapping.children.each_slice(2).find { |name, _| name.value == key }&.last if mapping.mapping?
      end

      def replaced(text, node, value)
        lines = text.lines
        first, last = range(node)
        before = lines[0...first.first].join + lines[first.first][0...first.last]
        after = lines[last.first].to_s[last.last..].to_s + lines[(last.first + 1)..].to_a.join
        before + written(node, value) + after
      end

      # [[line, column], [line, column]]; a list written line by line ends where its last line does.
      def range(node)
        inner = block?(node) ? node.children : [node]
        [[inner.first.start_line, inner.first.start_column], [inner.last.end_line, inner.last.end_column]]
      end

      def block?(node) = node.sequence? && node.style != Psych::Nodes::Sequence::FLOW

      def written(node, value)
        return flow(value) unless block?(node)

        value.map { |line| flow(line) }.join("\n#{' ' * (node.children.first.start_column - 2)}- ")
      end

      # JSON reads as YAML; blanks as the files have them.
      def flow(value)
        case value
        when Hash then "{#{value.map { |key, one| "#{key}: #{flow(one)}" }.join(', ')}}"
        when Array then "[#{value.map { |one| flow(one) }.join(', ')}]"
        else JSON.generate(value)
        end
      end

      def diff(path, old, new)
        return "" if old == new

        hunks = hunks(old.lines(chomp: true), new.lines(chomp: true))
        "--- a/#{PREFIX}/#{path}\n+++ b/#{PREFIX}/#{path}\n#{hunks.map { |hunk| "#{hunk.diff(:unified)}\n" }.join}"
      end

      # Places that lie near one another come in one piece.
      def hunks(old, new)
        longer = 0
        Diff::LCS.diff(old, new).each_with_object([]) do |piece, list|
          hunk = Diff::LCS::Hunk.new(old, new, piece, AROUND, longer)
          longer = hunk.file_length_difference
          list.pop if list.any? && hunk.merge(list.last)
          list << hunk
        end
      end
    end
  end
end
