# frozen_string_literal: true

module Server
  # The built front end: files under web/dist, and its page for every address that is a screen. It holds no data, so
  # anybody may read it; nothing can be written to it.
  class Front
    FOLDER = File.expand_path("../web/dist", __dir__)
    TYPES = { ".webmanifest" => "application/manifest+json" }.freeze

    def initialize(folder = FOLDER)
      @folder = folder
      @files = Rack::Files.new(folder)
    end

    def call(env)
      return 405, { "content-type" => "text/plain", "allow" => "GET, HEAD" }, [] unless read?(env)

      path = Rack::Utils.clean_path_info(Rack::Utils.unescape_path(env["PATH_INFO"]))
      return file(env, path) if path != "/" && File.file?(File.join(@folder, path))
      return 404, { "content-type" => "text/plain" }, ["Not found"] if path.start_with?("/assets/")

      page
    end

    private

    def read?(env) = %w[GET HEAD].include?(env["REQUEST_METHOD"])

    def file(env, path)
      status, headers, body = @files.call(env)
      type = TYPES[File.extname(path)]
      headers = headers.merge("content-type" => type) if type
      kept = path.start_with?("/assets/") ? "public, max-age=31536000, immutable" : "no-cache"
      headers = headers.merge("cache-control" => kept)
      [status, headers, body]
    end

    def page
      index = File.join(@folder, "index.html")
      unless File.file?(index)
        return 503, { "content-type" => "text/plain" }, ["The front end is not built yet: run bin/start."]
      end

      [
        200,
        { "content-type" => "text/html; charset=utf-8", "cache-control" => "no-cache" },
        [File.read(index, encoding: "UTF-8")]
      ]
    end
  end
end
