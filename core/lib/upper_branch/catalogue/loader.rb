# frozen_string_literal: true

require "json"

module UpperBranch
  class Catalogue
    # Reads every knowledge file, checks each against its schema and all of them against one another.
    class Loader
      def initialize(directory)
        @directory = directory
      end

      # {section => data}; a section of a folder is all rows of its files, each knowing the file it came from. Raises
      # Broken.
      def read
        files =
          Book::NAMES.to_h { |name| [name, Book::FOLDERS.include?(name) ? folder(name) : [file("#{name}.yml", name)]] }
        problems = files.values.flatten.flat_map(&:problems)
        raise Broken, problems if problems.any?

        tables = files.to_h { |name, list| [name, Book::FOLDERS.include?(name) ? gathered(list) : list.first.data] }
        problems = Book.new(tables).problems.map { |name, pointer, reason| at(files.fetch(name), pointer, reason) }
        raise Broken, problems if problems.any?

        tables
      end

      private

      def folder(name)
        Dir[File.join(@directory, name, "*.yml")].map { |path| file(path.delete_prefix("#{@directory}/"), name) }
      end

      def file(name, schema)
        path = File.join(@directory, name)
        raise Broken, ["#{name}:1: the file is missing"] unless File.file?(path)

        KnowledgeFile.new(path, name, JSON.parse(File.read(File.join(DEFAULT, "schema", "#{schema}.json"))))
      end

      def gathered(files)
        files.flat_map { |one| one.data.map { |row| { "file" => File.basename(one.path, ".yml") }.merge(row) } }
      end

      # "file:line: reason" for a place in a section. pointer: into the section as a whole
      def at(files, pointer, reason)
        place = pointer.match(%r{\A/(\d+)(.*)\z})
        return files.first.at(pointer, reason) if files.one? || place.nil?

        index, rest = place.captures
        index = index.to_i
        file = files.find { |one| (index -= one.data.size).negative? }
        file.at("/#{index + file.data.size}#{rest}", reason)
      end
    end
  end
end
