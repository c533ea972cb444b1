# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # Reads every knowledge file, checks each against its schema and all of them against one another.
    class Loader
      def initialize(directory)
        @directory = directory
      end

      # Hash of section => data ("faults" and "checks" gathered from their folders, each row knowing its circuit or stage).
      # Raises Broken.
      def read
        files = sections.merge("faults" => folder("faults"), "checks" => folder("checks"))
        problems = files.values.flatten.flat_map(&:problems)
        raise Broken, problems if problems.any?

        problems = Consistency.new(tables(files), locator(files)).problems
        raise Broken, problems if problems.any?

        tables(files)
      end

      private

      def sections
        SECTIONS.to_h { |name| [name, file("#{name}.yml", name)] }
      end

      def folder(name)
        Dir[File.join(@directory, name, "*.yml")].map { |path| file(path.delete_prefix("#{@directory}/"), name) }
      end

      def file(name, schema)
        path = File.join(@directory, name)
        raise Broken, ["#{name}:1: the file is missing"] unless File.file?(path)

        KnowledgeFile.new(path, name, JSON.parse(File.read(File.join(DEFAULT, "schema", "#{schema}.json"))))
      end

      def tables(files)
        @tables ||= files.transform_values do |file|
          next file.data unless file.is_a?(Array)

          file.flat_map { |one| one.data.map { |row| { "file" => File.basename(one.path, ".yml") }.merge(row) } }
        end
      end

      # section, index -> "file:line: reason"
      def locator(files)
        lambda do |section, index, reason|
          Array(files[section]).each do |file|
            rows = file.data.is_a?(Hash) ? (file.data[section] || []) : file.data
            prefix = file.data.is_a?(Hash) && file.data[section] ? "/#{section}" : ""
            return file.at("#{prefix}/#{index}", reason) if index < [rows.size, 1].max || files[section] == file

            index -= rows.size
          end
          "#{section}: #{reason}"
        end
      end
    end
  end
end
