# frozen_string_literal: true

module App
  # What the pages of series drawings and of drawings pointed at other models share.
  module SeriesHelpers
    # The job that makes what a drawing's paper still needs, or a variant's.
    def paper_job(record, run = nil)
      record.variant ? Jobs::VariantJob.new(record.id, record.variant, run) : Jobs::PaperJob.new(record.id, run)
    end

    # What a page of a drawing shows: itself, or the variant asked for (?variant=), sent on to a page with the progress
    # while a worker makes it. An address with a variant's key is told as the one that people use.
    def shown_record(record)
      if record.variant
        redirect variant_href(record.drawing, record.variant, sheet: params['sheet'], select: params['select'])
      end
      return record if record.template? || params['variant'].to_s.empty?

      sheet = VariantSheet.named(record, params['variant'].to_s)
      return sheet if sheet.ready?

      label = "Working out #{sheet.variant} of #{record.number}"
      run =
        Records::Run.where(kind: 'variant', label: label, state: %w[waiting running]).last ||
          Queue.start('variant', label, total: 1) { |r| Jobs::VariantJob.new(record.id, sheet.variant, r.id) }
      redirect "/runs/#{run.id}"
    end

    def variant_href(drawing, variant, **more) =
      "/drawings/#{drawing.slug}?#{{ variant: variant, **more }.compact.to_query}"

    # A series drawing by its address. Raises Refused.
    def series_at(slug)
      drawing = Records::Drawing.at(slug).drawing
      return drawing if drawing.value.meta.series

      raise Refused.new("#{drawing.number} is not shown for every variant; make it a series first.", status: 404)
    end

    # What a request asks a drawing to be pointed at.
    def rebind_wish
      { **params.slice('model', 'revision', 'views', 'scale', 'binding'), 'decisions' => params['decide'] || {} }
    end

    # A line of a run that points a drawing at another model.
    def rebind_line(rebinding, into:, title: nil, number: nil)
      {
        what: "#{rebinding.drawing.number} → #{rebinding.target}",
        slug: rebinding.drawing.slug,
        wish: rebinding.wish,
        into: into,
        title: title,
        number: number,
        state: 'waiting'
      }
    end

    # Lines of a run that points things ("drawing/ADDRESS", "model/ADDRESS") at another model.
    def repoint_lines(things, model)
      old = Records::Model.unscoped.find_by(slug: params['of'].to_s.delete_prefix('model/')) or
        raise Refused, 'Open the model first.'
      raise Refused, 'That is the model they rest on already; choose another.' if old.id == model.id

      things.map do |thing|
        kind, slug = thing.split('/', 2)
        record = kind == 'drawing' ? Records::Drawing.at(slug) : Records::Model.at(slug)
        {
          what: record.respond_to?(:title) ? "#{record.number} #{record.title}" : record.name,
          href: "/#{kind}s/#{slug}",
          thing: thing,
          old: old.slug,
          new: model.slug,
          old_words: old.name,
          new_words: model.name,
          into: params['into'] == 'new' ? 'new' : 'this',
          lost: params['lost'] == 'delete' ? 'delete' : 'keep',
          state: 'waiting'
        }
      end
    end

    def rebind_run(lines)
      label = lines.size == 1 ? lines[0][:what] : "Pointing #{plural(lines.size, 'drawing')} at other models"
      Queue.start('rebind', label, items: lines) { |r| Jobs::RebindJob.new(r.id) }
    end

    # The state of a variant of a series (Presenters::SeriesPage::Row) as words with its mark.
    def variant_state(row)
      words =
        case row.state
        when 'unknown'
          'being worked out'
        when 'behind'
          %(<span class="dogear">#{plural(row.behind.size, 'view')} behind</span>)
        when 'adrift'
          %(<span class="diamond" aria-hidden="true"></span> #{row.adrift.size} adrift)
        when 'fault'
          'cannot be shown'
        else
          'current'
        end
      row.current || row.state == 'unknown' ? words : "#{words} <span class=\"quiet\">(being checked)</span>"
    end
  end
end
