# frozen_string_literal: true

require "digest"

module UpperBranchServer
  class Store
    # Pictures of jobs, each under the id its entry names. They are stored before or after their entry; only those an
    # entry names are shown.
    #
    #   store.photos.put(job, id, bytes)
    class Photos
      MOST = 150 # pictures of a job, those no entry names any more included

      def initialize(database)
        @database = database
      end

      # Sent again, it is stored once: Pictures::Picture. Raises Problem 404 for no such job, 409 for another picture
      # under this id, and as Pictures.kept.
      def put(job_id, id, bytes)
        known_job(job_id)
        sum = Digest::SHA256.hexdigest(bytes)
        known = row(job_id, id)
        return picture(same(known, sum)) if known

        picture = Pictures.kept(bytes)
        insert(job_id, id, sum, picture)
        picture
      end

      # A picture out of a job's file, to the letter. bytes: as Pictures.again has found them sound
      def take_in(job_id, id, picture)
        bytes = picture.bytes
        known = row(job_id, id)
        return insert(job_id, id, Digest::SHA256.hexdigest(bytes), picture) unless known
        raise Problem.conflict("photos/#{id}.jpg", "A photo") unless known[:bytes] == bytes
      end

      # Pictures::Picture, or raises Problem 404.
      def find(job_id, id) = picture(row(job_id, id) || raise(Problem.not_found))

      # {id => bytes} of those of these ids that are here.
      def of(job_id, ids)
        rows = @database[:photos].where(job_id: job_id, id: ids).select_map(%i[id bytes])
        rows.to_h { |id, bytes| [id, bytes.b] }
      end

      private

      def known_job(id)
        raise Problem.not_found if @database[:jobs].where(id: id).empty?
      end

      def row(job_id, id) = @database[:photos].where(job_id: job_id, id: id).first

      def same(row, sum)
        row[:sent] == sum ? row : raise(Problem.conflict("photo", "A photo"))
      end

      def picture(row) = Pictures::Picture.new(bytes: row[:bytes].b, width: row[:width], height: row[:height])

      def insert(job_id, id, sum, picture)
        if @database[:photos].where(job_id: job_id).count >= MOST
          raise Problem.invalid("photo", "A job keeps at most #{MOST} photos")
        end

        @database[:photos].insert_conflict.insert(job_id: job_id, id: id, sent: sum, width: picture.width,
                                                  height: picture.height, bytes: Sequel.blob(picture.bytes))
      end
    end
  end
end
