# frozen_string_literal: true

require 'zip'

module App
  # Paper of several drawings in one file: a PDF of all their sheets, or a zip with a PDF of each.
  module SeriesPaper
    module_function

    FOLDER = 'papers'

    def folder = File.join(App.data_folder, FOLDER).tap { |f| FileUtils.mkdir_p(f) }
    def path(run) = Dir[File.join(folder, "#{run.id}.{pdf,zip}")].first
    def name(run) = "#{run.label.gsub(/[^\w. -]+/, '').strip}#{File.extname(path(run))}"

    # sheets: [VariantSheet or drawing]; the block is told of each that is done.
    def write(run, kind, sheets, time)
      kind == 'zip' ? zip(run, sheets, time) { |i| yield i } : pdf(run, sheets, time) { |i| yield i }
    end

    def pdf(run, sheets, time)
      scenes = sheets.each_with_index.flat_map { |s, i| scenes(s).tap { yield i } }
      put(run, 'pdf', Nockplane::Formats::Pdf.write(scenes, created: time))
    end

    def zip(run, sheets, time)
      bytes =
        Zip::OutputStream.write_buffer do |out|
          sheets.each_with_index do |s, i|
            out.put_next_entry("#{stem(s.number)}.pdf")
            out.write(Nockplane::Formats::Pdf.write(scenes(s), created: time))
            yield i
          end
        end
      put(run, 'zip', bytes.string)
    end

    def scenes(sheet) = Presenters::DrawingPage.new(sheet, nil, nil).scenes

    def put(run, kind, bytes) = whole(File.join(folder, "#{run.id}.#{kind}"), bytes)

    # (Beside its name and then moved there: nothing half-written is left.)
    def whole(path, bytes)
      File.open("#{path}.part", 'wb') do |f|
        f.write(bytes)
        f.fsync
      end
      File.rename("#{path}.part", path)
    rescue SystemCallError
      FileUtils.rm_f("#{path}.part")
      raise
    end

    # Words as the name of a file.
    def stem(words) = words.gsub(/[^\p{Alnum}. _-]+/, '-')
    private_class_method :pdf, :zip, :scenes
  end
end
