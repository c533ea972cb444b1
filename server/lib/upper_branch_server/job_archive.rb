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
    LIMIT = 100_000_000 # bytes of a zip
    JOB = "job.json"
    READINGS = "readings.csv"
    PHOTO = %r{\Aphotos/(\h{8}-\h{4}-\h{4}-\h{4}-\h{12})\.jpg\z}
    MOST = 200 # parts
    # Bytes a part unpacks to: of each by its name, and of a photo, which does not get smaller, by what it takes in the
    # zip.
    SIZES = { JOB => JobFileText::LIMIT, READINGS => 2_000_000 }.freeze
    PHOTO_SIZE = 4_000_000
    SLACK = 65_536 # bytes by which a packed photo may be larger than its place in the zip
    # Zip's end of central directory record (PKWARE APPNOTE 6.3, 4.3.16): signature, then disks, entries here, entries.
    ENDING = "PK\x05\x06".b
    ENDING_SIZE = 22
    LONGEST_COMMENT = 65_535
    WIDE = 0xFFFF # written where the count stands in a Zip64 record
    SLOTS = Slots.new(1, waiting: 3, patience: 20)

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
      few(bytes)
      parts = {}
      Zip::File.open_buffer(StringIO.new(bytes)) do |zip|
        zip.each do |entry|
          raise refused(named(entry), "It is in this zip twice") if parts.key?(named(entry))

          parts[named(entry)] = content(entry, most(entry))
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

    # How many parts there are stands in the zip's last record: looked at before anything of it is read.
    def few(bytes)
      at = bytes.rindex(ENDING, -ENDING_SIZE) if bytes.bytesize >= ENDING_SIZE
      raise Zip::Error if at.nil? || bytes.bytesize - at > ENDING_SIZE + LONGEST_COMMENT

      count, size = bytes.byteslice(at + 10, 6).unpack("vV")
      return unless count > MOST || count == WIDE || size > MOST * 512

      raise refused("",
                    "More than #{MOST} parts: this is no job's file")
    end

    # Bytes this part may unpack to.
    def most(entry)
      SIZES.fetch(entry.name) { [PHOTO_SIZE, (2 * entry.compressed_size) + SLACK].min }
    end

    def named(entry)
      name = entry.name
      return name if [JOB, READINGS].include?(name) || name.match?(PHOTO)

      raise refused(name.dup.force_encoding("UTF-8").scrub[0, 100],
                    "A job's zip holds #{JOB}, #{READINGS} and photos/ID.jpg, and nothing else")
    end

    # Read with a bound of its own: what a zip says of its sizes may be a lie.
    def content(entry, left)
      bytes = entry.size > left ? nil : entry.get_input_stream.read(left + 1) || ""
      return bytes.b if bytes && bytes.bytesize <= left

      raise Problem.new(413, "too-large", "Too large", "#{entry.name} unpacks to more than such a part may.")
    end

    def refused(part, says) = Problem.invalid(part, says)
    private_class_method :few, :most, :named, :content, :refused
  end
end
