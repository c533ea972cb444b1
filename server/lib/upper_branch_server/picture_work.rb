# frozen_string_literal: true

module UpperBranchServer
  # Decodes pictures, in a process of its own (server/picture.rb) with bounds on its memory and time, started by
  # Pictures. Judged by what is in them, never by their names; only two decoders are ever called (libvips). How large a
  # picture unpacks is asked of its head, before any of it is unpacked.
  #
  #   PictureWork.kept(bytes)   # => Picture with bytes, width, height
  #
  # Raises Problem 413, 415 or 422 saying what to do instead.
  module PictureWork
    LIMIT = Pictures::LIMIT
    MOST_PIXELS = 60_000_000 # a small file may unpack into a very large picture
    MOST_BYTES = 200_000_000 # of all its pixels, where they are unpacked at once (interlaced, progressive)
    SIDE = Pictures::SIDE
    QUALITY = 82
    KINDS = { "jpegload_buffer" => "\xFF\xD8\xFF".b, "pngload_buffer" => "\x89PNG\r\n\x1A\n".b }.freeze
    # Boxes of the ISO base media format that cameras write: the first is 4 bytes of length, then "ftyp" and the brand.
    CAMERA_BRANDS = %w[heic heix heif hevc mif1 msf1 avif].freeze
    # What libvips keeps of a file's own metadata, by the beginning of its names.
    METADATA = /\A(exif|xmp|iptc|icc|png-comment|jpeg-thumbnail|photoshop)/
    BYTES = { uchar: 1, char: 1, ushort: 2, short: 2 }.freeze # of one value
    Picture = Pictures::Picture

    module_function

    # bytes: as they were sent
    def kept(bytes)
      decoders
      looked_at(bytes)
      # Read from top to bottom and made small on the way, so that the whole of it is nowhere at once.
      small = Vips::Image.thumbnail_buffer(bytes, SIDE, height: SIDE, size: :down, fail_on: :truncated)
      small = small.flatten(background: [255]) if small.has_alpha?
      small = small.colourspace(:srgb)
      plain = small.jpegsave_buffer(Q: QUALITY, strip: true, optimize_coding: true)
      Picture.new(bytes: plain, width: small.width, height: small.height)
    rescue Vips::Error
      raise unreadable
    end

    # A picture that was kept before, as it stands: of the size and without metadata, or refused.
    def again(bytes)
      decoders
      image = looked_at(bytes)
      sound = image.get("vips-loader").start_with?("jpeg") && [image.width, image.height].max <= SIDE &&
              image.get_fields.grep(METADATA).empty?
      raise Problem.new(422, "photo", "Not a photo of a job's file", NOT_OURS) unless sound

      image.avg # decodes all of it
      Picture.new(bytes: bytes, width: image.width, height: image.height)
    rescue Vips::Error
      raise unreadable
    end

    NOT_OURS = "A photo in a job's file is as this product keeps it: JPEG, at most #{SIDE} pixels, no metadata.".freeze

    HEIC = "This is a HEIC picture, which is not read here: set the camera to JPEG, or send a screenshot of it."

    # The image, its pixels not read yet.
    def looked_at(bytes)
      raise too_large if bytes.bytesize > LIMIT

      loader = KINDS.find { |_, begins| bytes.b.start_with?(begins) }&.first or raise no_photo(bytes)
      image = Vips::Image.public_send(loader, bytes, fail_on: :truncated)
      raise too_many_pixels if image.width * image.height > MOST_PIXELS
      raise unpacks_too_large if at_once?(image) && unpacked(image) > MOST_BYTES

      image
    end

    # Does it have to be unpacked whole before any of it can be used?
    def at_once?(image)
      %w[interlaced jpeg-multiscan].any? { |field| image.get_fields.include?(field) && image.get(field) != 0 }
    end

    def unpacked(image) = image.width * image.height * image.bands * BYTES.fetch(image.format, 8)

    # Loaded when the first photo comes: a process that never sees one does without, and so does a machine without it.
    def decoders
      ENV["VIPS_WARNING"] ||= "1" # what is wrong with a file is told to who sent it, not to the log
      require "vips"
    rescue LoadError
      raise Problem.new(503, "no-pictures", "Photos cannot be read here",
                        "The server lacks libvips: start it once as root, or install libvips42.")
    end

    def too_large
      Problem.new(413, "too-large", "Too large", "A photo is at most #{LIMIT / 1_000_000} MB: send a smaller one.")
    end

    def too_many_pixels
      Problem.new(413, "too-large", "Too large",
                  "A photo has at most #{MOST_PIXELS / 1_000_000} million pixels: send a smaller one.")
    end

    def unpacks_too_large
      Problem.new(413, "too-large", "Too large",
                  "This photo unpacks to more than #{MOST_BYTES / 1_000_000} MB: send it smaller, or not interlaced.")
    end

    def no_photo(bytes)
      heic = bytes.byteslice(4, 4) == "ftyp" && CAMERA_BRANDS.include?(bytes.byteslice(8, 4))
      Problem.new(415, "no-photo", "Not a photo", heic ? HEIC : "This is no photo: send a JPEG or a PNG.")
    end

    def unreadable
      Problem.new(422, "photo", "The photo is broken",
                  "This file begins like a photo, but cannot be read: take it anew.")
    end
    private_class_method :looked_at, :at_once?, :unpacked, :decoders, :too_large, :too_many_pixels, :unpacks_too_large,
                         :no_photo, :unreadable
  end
end
