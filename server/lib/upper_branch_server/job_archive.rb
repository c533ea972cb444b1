# frozen_string_literal: true

require "zip"

module UpperBranchServer
  # A job with its photos as one zip: job.json (docs/formats/job-entries.schema.json), photos/ID.jpg, readings.csv.
  #
  #   bytes = JobArchive.write("job.json" => text, "photos/0b1c....jpg" => picture)
  #   JobArchive.read(bytes)   # => {"job.json" => text, "photos/0b1c....jpg" => picture}
  #
  # Reading raises Problem 413 or 422 that names the part.
  module JobArchive
    LIMIT = 100_000_000 # bytes of a zip, and of what it unpacks to
    JOB = "job.json"
    READINGS = "readings.csv"
    PHOTO = %r{\Aphotos/(\h{8}-\h{4}-\h{4}-\h{4}-\h{12})\.jpg\z}
    MOST = 200 # parts

    module_function

    def write(parts)
      Zip::OutputStream.write_buffer do |zip|
        parts.each do |name, bytes|
          # Pictures do not get smaller.
          method = name.end_with?(".jpg") ? Zip::Entry::STORED : Zip::Entry::DEFLATED
          zip.put_next_entry(name, nil, nil, method)
          zip.write(bytes)
        end
      end.string
    end

    def read(bytes)
      parts = {}
      left = LIMIT
      Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
        raise refused("", "More than #{MOST} parts: this is no job's file") if zip.size > MOST

        zip.each do |entry|
          parts[named(entry)] = content(entry, left)
          left -= parts[entry.name].bytesize
        end
      end
      parts.key?(JOB) ? parts : raise(refused(JOB, "#{JOB} is missing: this is no job's file"))
    rescue Zip::Error, Zlib::Error
      raise refused("", "This zip is broken, or is none: take it out of Upper Branch again")
    end

    # {photo id => bytes} of what was read.
    def photos(parts)
      parts.slice(*parts.keys.grep(PHOTO)).transform_keys { |name| name[PHOTO, 1].downcase }
    end

    def named(entry)
      name = entry.name
      return name if [JOB, READINGS].include?(name) || name.match?(PHOTO)

      raise refused(name.dup.force_encoding("UTF-8").scrub[0, 100],
                    "A job's zip holds #{JOB}, #{READINGS} and photos/ID.jpg, and nothing else")
    end

    # Read with a bound of its own: what a zip says of its sizes may be a lie.
    def content(entry, left)
      bytes = entry.get_input_stream.read(left + 1) || ""
      return bytes.b if bytes.bytesize <= left

      raise Problem.new(413, "too-large", "Too large", "A job's zip unpacks to at most #{LIMIT / 1_000_000} MB.")
    end

    def refused(part, says) = Problem.invalid(part, says)
    private_class_method :named, :content, :refused
  end
end
