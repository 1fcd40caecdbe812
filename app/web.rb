# frozen_string_literal: true

require 'rack/protection'
require 'sinatra/json'

module App
  # The web: settings, sessions, security headers, errors in words. Routes live in app/routes, one file per screen.
  class Web < Sinatra::Base
    set :root, ROOT
    set :views, File.join(ROOT, 'app', 'views')
    set :static, false # served before sessions begin, see below
    set :absolute_redirects, false # no name that a request brought is sent back
    set :erb, escape_html: true, trim: '-', extract_fixed_locals: true, default_fixed_locals: '()'
    set :show_exceptions, false
    set :raise_errors, false
    set :dump_errors, false # what is refused is no fault of the program; faults are told below
    set :host_authorization, {}
    set :default_encoding, 'utf-8'

    use Requests
    use Hosts
    use Elsewhere
    use Rack::Static,
        urls: %w[/css /js /fonts /vendor /icon.svg],
        root: File.join(ROOT, 'public'),
        header_rules: [[:all, { 'cache-control' => 'public, max-age=3600', 'x-content-type-options' => 'nosniff' }]]
    use Turns
    # NOCKPLANE_TLS=1 behind a server that speaks TLS: then the cookie goes over TLS only.
    use Rack::Session::Cookie,
        key: 'nockplane',
        secret: SessionKey.read,
        same_site: :lax,
        httponly: true,
        secure: ENV['NOCKPLANE_TLS'] == '1',
        assume_ssl: ENV['NOCKPLANE_TLS'] == '1'
    use Rack::Protection::AuthenticityToken
    use Asking
    set :protection, except: %i[json_csrf]

    helpers Helpers, PeopleHelpers, Telling, SeriesHelpers, ArrangementHelpers, PacketHelpers
    helpers TakingHelpers, LineHelpers
    register Routes::Board,
             Routes::Models,
             Routes::Plans,
             Routes::SavedViews,
             Routes::Arrivals,
             Routes::Upkeep,
             Routes::Drawings,
             Routes::Series,
             Routes::Packets,
             Routes::Shop,
             Routes::Families,
             Routes::Rebinds,
             Routes::References,
             Routes::Copies,
             Routes::SheetRuns,
             Routes::Flats,
             Routes::Numbering,
             Routes::Templates,
             Routes::ShelfNotes,
             Routes::Sheets,
             Routes::Runs,
             Routes::Search,
             Routes::Persons,
             Routes::Entrance,
             Routes::Happenings,
             Routes::Desk

    # Bytes of a request that are looked at; recipes are at most 256 KB, STEP files of models 64 MB.
    MOST = 2_000_000
    MOST_OF_FILES = Nockplane::Formats::Step::Part21::MAX_BYTES + 100_000
    FILES = %r{\A/models(?:/[^/]+/import)?\z}
    TEMPLATE_FILES = %r{\A/templates/import\z}

    # Which script the modules mean by a name; the only script that stands in a page itself, known by its digest.
    IMPORTS = '{"imports": {"three": "/vendor/three/three.module.js"}}'
    POLICY =
      "default-src 'none'; script-src 'self' 'sha256-#{[Digest::SHA256.digest(IMPORTS)].pack('m0')}'; style-src " \
        "'self'; img-src 'self' data: blob:; " \
        "font-src 'self' data:; connect-src 'self' blob:; form-action 'self'; base-uri 'none'; " \
        "frame-ancestors 'none'".freeze

    before do
      most =
        {
          FILES => MOST_OF_FILES,
          TEMPLATE_FILES => Nockplane::Formats::TemplateFile::MAX_BYTES + 100_000
        }.find { |path, _| request.path_info.match?(path) }&.last || MOST
      if request.content_length.to_i > most
        raise Refused.new("The request is larger than #{most / 1_000_000} MB and was not read.", status: 413)
      end

      Gate.text(Rack::Utils.unescape_path(request.path_info), 'the address')
      Gate.parameters(params)
      entrance
      @begun = !request.safe?
      headers 'Content-Security-Policy' => POLICY,
              'X-Content-Type-Options' => 'nosniff',
              'Referrer-Policy' => 'same-origin',
              'X-Frame-Options' => 'DENY'
    end

    after do
      Acting.begin(nil)
      Database.release
    end

    helpers do
      # Told without the database, which may be what is away.
      def away(fault)
        told = Outage.told(fault, begun: @begun)
        Log.trouble("#{fault.class}: #{fault.message}", request: env['nockplane.request'])
        status told.status
        headers 'Retry-After' => '3'
        next_try = told.again && request.get? && !wants_json?
        headers 'Refresh' => '3' if next_try
        return json(error: told.message, again: told.again) if wants_json?

        erb(:outage, layout: false, locals: { told: told })
      end
    end

    # Whether the application is well: 200, or 503 with what is not.
    get '/up' do
      report = Health.report
      status Health.well?(report) ? 200 : 503
      json report.merge('up' => Health.well?(report))
    end

    error Refused do
      e = env['sinatra.error']
      refused(e.message)
      answer(e.status, e.message, e.details)
    end

    error Nockplane::Modelling::RecipeFault do
      e = env['sinatra.error']
      refused(e.message)
      answer(422, e.message, faults: e.details)
    end

    # The sender's fault: bytes or shapes that no form of ours sends.
    [
      Sinatra::BadRequest,
      Rack::QueryParser::InvalidParameterError,
      Rack::QueryParser::ParameterTypeError,
      Rack::QueryParser::QueryLimitError
    ].each do |kind|
      error(kind) do
        answer(
          400,
          "The request can't be read: #{Nockplane::Drafting::Legible.clean(env['sinatra.error'].message.to_s)[0, 200]}."
        )
      end
    end

    error(Store::Large) { env[Elsewhere::FLAG] = Apart.asker and 503 }

    not_found do
      answer(404, 'There is nothing at this address. It may have been typed wrong, or the thing was never made.')
    end

    Outage::ALL.each { |kind| error(kind) { away(env['sinatra.error']) } }

    # (Handlers are found by class, and InputFault is a module: it is asked for here.)
    error do
      e = env['sinatra.error']
      if e.is_a?(Nockplane::InputFault)
        refused(e.message)
        next answer(422, e.message)
      end

      Log.fault(e, request: env['nockplane.request'])
      answer(
        500,
        'Something went wrong in the program; your work is as it was. The server log tells more under ' \
          "#{env['nockplane.request']}."
      )
    end
  end
end
