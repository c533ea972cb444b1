# frozen_string_literal: true

require "cgi"

module UpperBranchServer
  # Tells the browser at once which scripts a page will need, so that they come while the first one is still being read.
  # From the build's own manifest (web/dist/manifest.json); without one the page loads as before, only later.
  class Preloads
    VIEWS = {
      %r{\A/jobs/} => "src/bench/bench.tsx",
      %r{\A/\z} => "src/jobs/board/board.tsx",
      %r{\A/new} => "src/jobs/intake/intake.tsx",
      %r{\A/worktop} => "src/worktop/worktop.tsx",
      %r{\A/cards} => "src/cards/cards.tsx",
      %r{\A/logs} => "src/logs/logs.tsx",
      %r{\A/handbook} => "src/handbook/handbook.tsx"
    }.freeze
    MARK = "<!-- __PRELOADS__ -->"

    # web: folder of the built front end
    def initialize(web)
      @path = File.join(web, "manifest.json")
    end

    # The page with a line for each script of the view at this path.
    def into(html, path)
      read_anew
      view = VIEWS.find { |pattern, _| path.match?(pattern) }&.last
      links = files(view).map { |file| %(<link rel="modulepreload" href="/#{CGI.escapeHTML(file)}" />) }
      html.sub(MARK, links.join)
    end

    private

    # A build may be laid under a running server.
    def read_anew
      built = File.file?(@path) ? File.mtime(@path) : nil
      return if built == @built && @manifest

      @manifest = built ? JSON.parse(File.read(@path)) : {}
      @built = built
    end

    # The view's own file and all it imports.
    def files(entry, seen = [])
      chunk = @manifest[entry]
      return [] if chunk.nil? || seen.include?(entry)

      seen << entry
      [chunk["file"], *(chunk["imports"] || []).flat_map { |one| files(one, seen) }].uniq
    end
  end
end
