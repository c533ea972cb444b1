# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Photos of a job: sent as they are, kept small and without metadata, served as pictures and nothing else.
    module Photos
      def self.registered(app)
        app.put("/api/v1/jobs/:id/photos/:photo") do
          picture = settings.store.photos.put(job_id, photo_id, sent_bytes(Pictures::LIMIT))
          answer(photo: photo_id, width: picture.width, height: picture.height)
        end

        app.get("/api/v1/jobs/:id/photos/:photo") do
          picture = settings.store.photos.find(job_id, photo_id)
          content_type "image/jpeg"
          cache_control :private, :immutable, max_age: 31_536_000
          headers "content-security-policy" => "default-src 'none'; sandbox", "content-disposition" => "inline"
          picture.bytes
        end

        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def photo_id
          id = word("photo").to_s.downcase
          id.match?(Asked::UUID) ? id : raise(Problem.not_found)
        end
      end
    end
  end
end
