# frozen_string_literal: true

# Reads pictures from standard input, each after a line with its number of bytes, and answers each with a line of JSON,
# {"width", "height", "bytes"} followed by the picture, or {"problem"}. Run by UpperBranchServer::Pictures only.
require "json"

# Only what it needs: it is started for every photo.
module UpperBranchServer
  ROOT = File.expand_path("..", __dir__).freeze
end
%w[errors/problem slots pictures picture_work].each { |file| require_relative "lib/upper_branch_server/#{file}" }

mode = ARGV.fetch(0)
$stdin.binmode
$stdout.binmode
while (line = $stdin.gets)
  begin
    picture = UpperBranchServer::PictureWork.public_send(mode, $stdin.read(Integer(line)))
    $stdout.write(JSON.generate(width: picture.width, height: picture.height, bytes: picture.bytes.bytesize), "\n",
                  picture.bytes)
  rescue UpperBranchServer::Problem => e
    type = e.body[:type].delete_prefix("/problems/")
    $stdout.write(JSON.generate(problem: { **e.body.slice(:status, :title, :detail), type: type }), "\n")
  end
  $stdout.flush
end
