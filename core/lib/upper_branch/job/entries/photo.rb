# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A photo, of something that was entered before or of the machine as a whole. The picture itself is kept apart,
      # under its own id.
      class Photo < Entry
        MOST = 100 # photos of a job
        LONGEST = 200 # letters under one

        def admit(job)
          open_job(job)
          refuse("kind", "A job holds at most #{MOST} photos: strike one out first") if job.photos.size >= MOST
          refuse("photo", "This photo is in the job already") if job.photos.any? { |one| one.photo == data["photo"] }
          known = data["of"].nil? || job.live.any? { |entry| entry.id == data["of"] }
          refuse("of", "What it shows is an entry of this job that stands; or leave it out") unless known
          refuse("caption", "Up to #{LONGEST} letters") if data["caption"].to_s.length > LONGEST
        end

        def apply(job, data)
          job.photos << Job::Photo.new(entry: id, photo: data["photo"], of: data["of"], caption: caption)
        end

        def says(job)
          of = job.all.find { |entry| entry.id == data["of"] }&.says(job)
          ["Photo", of, caption].compact.join(": ")
        end

        private

        def caption = data["caption"]&.strip.then { |text| text unless text.to_s.empty? }
      end
    end
  end
end
